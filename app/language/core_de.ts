<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de" sourcelanguage="en">
<context>
    <name>core</name>
    <message>
        <source>Tunneling</source>
        <translation>Tunneln</translation>
    </message>
    <message>
        <source>Double hit</source>
        <translation>Doppelter Treffer</translation>
    </message>
    <message>
        <source>Deep overlap</source>
        <translation>Tiefe Überlappung</translation>
    </message>
    <message>
        <source>Art missed</source>
        <translation>Bild verfehlt</translation>
    </message>
    <message>
        <source>Corner spin</source>
        <translation>Drehung an der Ecke</translation>
    </message>
    <message>
        <source>False grounded</source>
        <translation>Falsch am Boden</translation>
    </message>
    <message>
        <source>Flush contact</source>
        <translation>Bündiger Kontakt</translation>
    </message>
    <message>
        <source>Hit outside art</source>
        <translation>Treffer neben dem Bild</translation>
    </message>
    <message>
        <source>Invisible wall</source>
        <translation>Unsichtbare Wand</translation>
    </message>
    <message>
        <source>Jitter</source>
        <translation>Zittern</translation>
    </message>
    <message>
        <source>No reaction</source>
        <translation>Keine Reaktion</translation>
    </message>
    <message>
        <source>One-way drop</source>
        <translation>Durchfall bei Einweg</translation>
    </message>
    <message>
        <source>Pop-through</source>
        <translation>Durchrutschen</translation>
    </message>
    <message>
        <source>Probe gap</source>
        <translation>Prüflücke</translation>
    </message>
    <message>
        <source>Rounding-sensitive ray</source>
        <translation>Rundungsempfindlicher Strahl</translation>
    </message>
    <message>
        <source>Ray hits its caster</source>
        <translation>Strahl trifft den Werfer</translation>
    </message>
    <message>
        <source>Ray too short</source>
        <translation>Strahl zu kurz</translation>
    </message>
    <message>
        <source>Wrong ray result</source>
        <translation>Falsches Strahlergebnis</translation>
    </message>
    <message>
        <source>Repeated effect</source>
        <translation>Wiederholte Wirkung</translation>
    </message>
    <message>
        <source>Self push</source>
        <translation>Selbstschub</translation>
    </message>
    <message>
        <source>Silent overlap</source>
        <translation>Stille Überlappung</translation>
    </message>
    <message>
        <source>Speed surge</source>
        <translation>Tempozuwachs</translation>
    </message>
    <message>
        <source>Stuck on edge</source>
        <translation>Hängt an der Kante</translation>
    </message>
    <message>
        <source>Trapped</source>
        <translation>Gefangen</translation>
    </message>
    <message>
        <source>Unresolved loop</source>
        <translation>Endlose Auflösung</translation>
    </message>
    <message>
        <source>Wall climb</source>
        <translation>Wandklettern</translation>
    </message>
    <message>
        <source>Wrong face</source>
        <translation>Falsche Fläche</translation>
    </message>
    <message>
        <source>Pictures overlap and the colliders under them do not touch.</source>
        <translation>Bilder überlappen, die Collider darunter berühren sich nicht.</translation>
    </message>
    <message>
        <source>An off-center contact rotates a body that should not rotate.</source>
        <translation>Ein Kontakt neben der Mitte dreht einen Körper, der sich nicht drehen soll.</translation>
    </message>
    <message>
        <source>Two solid bodies end a frame deep inside each other.</source>
        <translation>Zwei feste Körper stecken am Ende eines Frames tief ineinander.</translation>
    </message>
    <message>
        <source>One approach gets two responses.</source>
        <translation>Eine Annäherung löst zwei Reaktionen aus.</translation>
    </message>
    <message>
        <source>A body believes it is grounded where nothing supports it, or the reverse.</source>
        <translation>Ein Körper hält sich für am Boden, obwohl ihn nichts trägt, oder umgekehrt.</translation>
    </message>
    <message>
        <source>Surfaces so close that rounding decides whether they touch.</source>
        <translation>Flächen so nah, dass die Rundung entscheidet, ob sie sich berühren.</translation>
    </message>
    <message>
        <source>Two bodies hit each other though their pictures do not touch.</source>
        <translation>Zwei Körper treffen sich, obwohl ihre Bilder sich nicht berühren.</translation>
    </message>
    <message>
        <source>A body is stopped by something invisible.</source>
        <translation>Etwas Unsichtbares hält einen Körper auf.</translation>
    </message>
    <message>
        <source>A body&apos;s velocity is reversed every frame.</source>
        <translation>Die Geschwindigkeit eines Körpers kehrt sich in jedem Frame um.</translation>
    </message>
    <message>
        <source>A contact is not followed by the event that should follow it.</source>
        <translation>Auf einen Kontakt folgt das Ereignis nicht, das folgen sollte.</translation>
    </message>
    <message>
        <source>A body drops through a one-way platform that should hold it.</source>
        <translation>Ein Körper fällt durch eine Einwegplattform, die ihn halten sollte.</translation>
    </message>
    <message>
        <source>A body is moved out on another side than the one it came in by.</source>
        <translation>Ein Körper wird auf einer anderen Seite hinausgeschoben, als er hereinkam.</translation>
    </message>
    <message>
        <source>A solid collider fits between two points at which the game tests.</source>
        <translation>Ein fester Collider passt zwischen zwei Punkte, an denen das Spiel prüft.</translation>
    </message>
    <message>
        <source>Rounding decides what a ray hits.</source>
        <translation>Die Rundung entscheidet, was ein Strahl trifft.</translation>
    </message>
    <message>
        <source>A ray hits the body that casts it and sees nothing else.</source>
        <translation>Ein Strahl trifft den Körper, der ihn wirft, und sonst nichts.</translation>
    </message>
    <message>
        <source>A ray ends just before what it was aimed at.</source>
        <translation>Ein Strahl endet knapp vor seinem Ziel.</translation>
    </message>
    <message>
        <source>A ray reports another hit than the shapes give.</source>
        <translation>Ein Strahl meldet einen anderen Treffer, als die Formen ergeben.</translation>
    </message>
    <message>
        <source>One contact fires its event again and again.</source>
        <translation>Ein Kontakt löst sein Ereignis immer wieder aus.</translation>
    </message>
    <message>
        <source>A body is pushed by something that belongs to it.</source>
        <translation>Ein Körper wird von etwas geschoben, das zu ihm gehört.</translation>
    </message>
    <message>
        <source>Two colliders overlap and nothing is reported.</source>
        <translation>Zwei Collider überlappen, und nichts wird gemeldet.</translation>
    </message>
    <message>
        <source>A contact gives back more speed than came in.</source>
        <translation>Ein Kontakt gibt mehr Tempo zurück, als hineinging.</translation>
    </message>
    <message>
        <source>A body is held by an edge or a side where nothing blocks it.</source>
        <translation>Eine Kante oder Seite hält einen Körper, wo ihm nichts im Weg ist.</translation>
    </message>
    <message>
        <source>Two bodies are inside each other and cannot get out.</source>
        <translation>Zwei Körper stecken ineinander und kommen nicht heraus.</translation>
    </message>
    <message>
        <source>A body passes through a collider within one step and nothing responds.</source>
        <translation>Ein Körper durchquert in einem Schritt einen Collider, und nichts reagiert.</translation>
    </message>
    <message>
        <source>The loop that pushes a body out of others never finishes.</source>
        <translation>Die Schleife, die einen Körper aus anderen schiebt, wird nie fertig.</translation>
    </message>
    <message>
        <source>A body moves up a surface that is too steep for it.</source>
        <translation>Ein Körper bewegt sich eine Fläche hinauf, die zu steil für ihn ist.</translation>
    </message>
    <message>
        <source>The response belongs to another face than the one that was hit.</source>
        <translation>Die Reaktion gehört zu einer anderen Fläche als der getroffenen.</translation>
    </message>
    <message>
        <source>{mover} and {other}</source>
        <translation>{mover} und {other}</translation>
    </message>
    <message>
        <source>{mover} on {other}</source>
        <translation>{mover} an {other}</translation>
    </message>
    <message>
        <source>{mover} inside {other}</source>
        <translation>{mover} in {other}</translation>
    </message>
    <message>
        <source>{mover} on {other}, {kind}</source>
        <translation>{mover} an {other}, {kind}</translation>
    </message>
    <message>
        <source>{mover}, {kind}</source>
        <translation>{mover}, {kind}</translation>
    </message>
    <message>
        <source>{mover} at {other}</source>
        <translation>{mover} an {other}</translation>
    </message>
    <message>
        <source>{mover}, by nothing recorded</source>
        <translation>{mover}, ohne Aufgezeichnetes</translation>
    </message>
    <message>
        <source>{mover} against {other}</source>
        <translation>{mover} gegen {other}</translation>
    </message>
    <message>
        <source>{mover} and {other}, {event}</source>
        <translation>{mover} und {other}, {event}</translation>
    </message>
    <message>
        <source>{mover} through {other}</source>
        <translation>{mover} durch {other}</translation>
    </message>
    <message>
        <source>&apos;{ray}&apos; of {caster}</source>
        <translation>„{ray}“ von {caster}</translation>
    </message>
    <message>
        <source>&apos;{ray}&apos;</source>
        <translation>„{ray}“</translation>
    </message>
    <message>
        <source>{mover} pushed by {other}</source>
        <translation>{mover}, geschoben von {other}</translation>
    </message>
    <message>
        <source>{mover} inside {other}, {kind}</source>
        <translation>{mover} in {other}, {kind}</translation>
    </message>
    <message>
        <source>{mover} off {other}</source>
        <translation>{mover} von {other}</translation>
    </message>
    <message>
        <source>{mover}</source>
        <translation>{mover}</translation>
    </message>
    <message>
        <source>{mover} up {other}</source>
        <translation>{mover}, {other} hinauf</translation>
    </message>
    <message>
        <source>{mover} off {other}, {kind}</source>
        <translation>{mover} von {other}, {kind}</translation>
    </message>
    <message>
        <source>sure</source>
        <translation>sicher</translation>
    </message>
    <message>
        <source>likely</source>
        <translation>wahrscheinlich</translation>
    </message>
    <message>
        <source>hint</source>
        <translation>Hinweis</translation>
    </message>
    <message>
        <source>static</source>
        <translation>statisch</translation>
    </message>
    <message>
        <source>kinematic</source>
        <translation>kinematisch</translation>
    </message>
    <message>
        <source>dynamic</source>
        <translation>dynamisch</translation>
    </message>
    <message>
        <source>solid</source>
        <translation>fest</translation>
    </message>
    <message>
        <source>sensor</source>
        <translation>Sensor</translation>
    </message>
    <message>
        <source>one-way</source>
        <translation>Einweg</translation>
    </message>
    <message>
        <source>circle</source>
        <translation>Kreis</translation>
    </message>
    <message>
        <source>ellipse</source>
        <translation>Ellipse</translation>
    </message>
    <message>
        <source>box</source>
        <translation>Quader</translation>
    </message>
    <message>
        <source>capsule</source>
        <translation>Kapsel</translation>
    </message>
    <message>
        <source>hull</source>
        <translation>Hülle</translation>
    </message>
    <message>
        <source>polygon</source>
        <translation>Polygon</translation>
    </message>
    <message>
        <source>chain</source>
        <translation>Kette</translation>
    </message>
    <message>
        <source>cells</source>
        <translation>Zellen</translation>
    </message>
    <message>
        <source>sphere</source>
        <translation>Kugel</translation>
    </message>
    <message>
        <source>mesh</source>
        <translation>Netz</translation>
    </message>
    <message>
        <source>before</source>
        <translation>vorher</translation>
    </message>
    <message>
        <source>after</source>
        <translation>nachher</translation>
    </message>
    <message>
        <source>swept</source>
        <translation>durchgehend</translation>
    </message>
    <message>
        <source>substeps</source>
        <translation>Teilschritte</translation>
    </message>
    <message>
        <source>reverse</source>
        <translation>umkehren</translation>
    </message>
    <message>
        <source>reflect</source>
        <translation>spiegeln</translation>
    </message>
    <message>
        <source>slide</source>
        <translation>gleiten</translation>
    </message>
    <message>
        <source>stop</source>
        <translation>anhalten</translation>
    </message>
    <message>
        <source>return</source>
        <translation>zurücksetzen</translation>
    </message>
    <message>
        <source>push-out</source>
        <translation>hinausschieben</translation>
    </message>
    <message>
        <source>yes</source>
        <translation>ja</translation>
    </message>
    <message>
        <source>no</source>
        <translation>nein</translation>
    </message>
    <message>
        <source>frames</source>
        <translation>Frames</translation>
    </message>
    <message>
        <source>share</source>
        <translation>Anteil</translation>
    </message>
    <message>
        <source>slops</source>
        <translation>Slops</translation>
    </message>
    <message>
        <source>iterations</source>
        <translation>Durchläufe</translation>
    </message>
    <message>
        <source>degrees</source>
        <translation>Grad</translation>
    </message>
    <message>
        <source>times</source>
        <translation>Mal</translation>
    </message>
    <message>
        <source>turns</source>
        <translation>Umkehrungen</translation>
    </message>
    <message>
        <source>steps</source>
        <translation>Schritte</translation>
    </message>
    <message>
        <source>ULP</source>
        <translation>ULP</translation>
    </message>
    <message>
        <source>changes</source>
        <translation>Wechsel</translation>
    </message>
    <message>
        <source>holes</source>
        <translation>Unterbrechungen</translation>
    </message>
    <message>
        <source>turned</source>
        <translation>umgelenkt</translation>
    </message>
    <message>
        <source>least depth</source>
        <translation>Mindesttiefe</translation>
    </message>
    <message>
        <source>corner share</source>
        <translation>Anteil an der Ecke</translation>
    </message>
    <message>
        <source>share of extent</source>
        <translation>Anteil der Ausdehnung</translation>
    </message>
    <message>
        <source>cause match</source>
        <translation>Übereinstimmung der Ursache</translation>
    </message>
    <message>
        <source>window</source>
        <translation>Zeitfenster</translation>
    </message>
    <message>
        <source>turned share</source>
        <translation>umgelenkter Anteil</translation>
    </message>
    <message>
        <source>least iterations</source>
        <translation>Mindestzahl der Durchläufe</translation>
    </message>
    <message>
        <source>slope margin</source>
        <translation>Spielraum der Neigung</translation>
    </message>
    <message>
        <source>farther</source>
        <translation>weiter</translation>
    </message>
    <message>
        <source>frames inside</source>
        <translation>Frames darin</translation>
    </message>
    <message>
        <source>asked</source>
        <translation>Bitte gilt</translation>
    </message>
    <message>
        <source>angle</source>
        <translation>Winkel</translation>
    </message>
    <message>
        <source>reversed share</source>
        <translation>umgekehrter Anteil</translation>
    </message>
    <message>
        <source>least turn</source>
        <translation>Mindestdrehung</translation>
    </message>
    <message>
        <source>least</source>
        <translation>Mindestmaß</translation>
    </message>
    <message>
        <source>least rise</source>
        <translation>Mindestanstieg</translation>
    </message>
    <message>
        <source>near</source>
        <translation>Nähe</translation>
    </message>
    <message>
        <source>ulps</source>
        <translation>ULPs</translation>
    </message>
    <message>
        <source>moved share</source>
        <translation>bewegter Anteil</translation>
    </message>
    <message>
        <source>trip share</source>
        <translation>Anteil beim Stolpern</translation>
    </message>
    <message>
        <source>launch share</source>
        <translation>Anteil beim Hochschleudern</translation>
    </message>
    <message>
        <source>lift</source>
        <translation>Anheben</translation>
    </message>
    <message>
        <source>overhang share</source>
        <translation>Anteil des Überhangs</translation>
    </message>
    <message>
        <source>ledge share</source>
        <translation>Anteil am Absatz</translation>
    </message>
    <message>
        <source>overhang height</source>
        <translation>Höhe des Überhangs</translation>
    </message>
    <message>
        <source>occurrences with gaps of up to this many frames are one finding</source>
        <translation>Vorkommen mit Unterbrechungen bis zu so vielen Frames sind ein Befund</translation>
    </message>
    <message>
        <source>a response leaves less than this share of the closing speed</source>
        <translation>eine Reaktion lässt weniger als diesen Anteil des Annäherungstempos übrig</translation>
    </message>
    <message>
        <source>a crossing shallower than the slop is a graze</source>
        <translation>eine Durchquerung flacher als der Slop ist ein Streifen</translation>
    </message>
    <message>
        <source>around a corner, a crossing shallower than this share of the mover is a graze</source>
        <translation>um eine Ecke ist eine Durchquerung flacher als dieser Anteil des Körpers ein Streifen</translation>
    </message>
    <message>
        <source>deeper than 5 % of the mover is visible; solvers leave less</source>
        <translation>tiefer als 5 % des Körpers ist sichtbar; Solver lassen weniger übrig</translation>
    </message>
    <message>
        <source>how close the depth must be to speed × step − gap to name that cause</source>
        <translation>wie nah die Tiefe an Tempo × Schritt − Lücke liegen muss, um diese Ursache zu nennen</translation>
    </message>
    <message>
        <source>a working solver leaves less than this share of the depth in that time</source>
        <translation>ein arbeitender Solver lässt in dieser Zeit weniger als diesen Anteil der Tiefe übrig</translation>
    </message>
    <message>
        <source>without logged contacts, two responses farther apart belong to two approaches</source>
        <translation>ohne geloggte Kontakte gehören zwei weiter entfernte Reaktionen zu zwei Annäherungen</translation>
    </message>
    <message>
        <source>a second response changes the closing speed by at least this share of the first</source>
        <translation>eine zweite Reaktion ändert das Annäherungstempo um mindestens diesen Anteil der ersten</translation>
    </message>
    <message>
        <source>a loop that needs fewer works as intended</source>
        <translation>eine Schleife, die weniger braucht, arbeitet wie gedacht</translation>
    </message>
    <message>
        <source>reaching the cap once may be an accident</source>
        <translation>die Grenze einmal zu erreichen kann Zufall sein</translation>
    </message>
    <message>
        <source>the grounded state may lag one frame at landing and leaving</source>
        <translation>der Bodenzustand darf beim Landen und Verlassen einen Frame nachhinken</translation>
    </message>
    <message>
        <source>this close to the slope limit either state is correct</source>
        <translation>so nah an der Neigungsgrenze sind beide Zustände richtig</translation>
    </message>
    <message>
        <source>a ray that would have to be longer by more was not meant to reach</source>
        <translation>ein Strahl, der noch länger sein müsste, sollte nicht hinreichen</translation>
    </message>
    <message>
        <source>the side it leaves by differs by more than this from the side it came in by</source>
        <translation>die Seite, auf der er austritt, weicht um mehr als das von der ab, auf der er eintrat</translation>
    </message>
    <message>
        <source>the way out must be clearly longer than the way back</source>
        <translation>der Weg hinaus muss deutlich länger sein als der zurück</translation>
    </message>
    <message>
        <source>a body that stays inside longer is a deep overlap</source>
        <translation>bleibt ein Körper länger darin, ist es eine tiefe Überlappung</translation>
    </message>
    <message>
        <source>a request to drop is a short press; it counts for this long</source>
        <translation>die Bitte um Durchfallen ist ein kurzer Tastendruck; sie gilt so lange</translation>
    </message>
    <message>
        <source>two reversals can be a bounce; three in a row are not</source>
        <translation>zwei Umkehrungen können ein Abprall sein, drei in Folge nicht</translation>
    </message>
    <message>
        <source>a response farther from the normal than this belongs to another face</source>
        <translation>eine Reaktion weiter von der Normalen entfernt gehört zu einer anderen Fläche</translation>
    </message>
    <message>
        <source>reversed along the face by more than this; friction can only stop</source>
        <translation>entlang der Fläche um mehr als das umgekehrt; Reibung kann nur anhalten</translation>
    </message>
    <message>
        <source>more than 2 % above the incoming speed is not rounding</source>
        <translation>mehr als 2 % über dem Eingangstempo ist keine Rundung</translation>
    </message>
    <message>
        <source>one push may be intended; three gains in a row are not</source>
        <translation>ein Stoß kann gewollt sein, drei Zuwächse in Folge nicht</translation>
    </message>
    <message>
        <source>less rotation per frame is not visible</source>
        <translation>weniger Drehung je Frame ist nicht sichtbar</translation>
    </message>
    <message>
        <source>a smaller push per frame is rounding</source>
        <translation>ein kleinerer Schub je Frame ist Rundung</translation>
    </message>
    <message>
        <source>a shorter push is settling</source>
        <translation>ein kürzerer Schub ist Einschwingen</translation>
    </message>
    <message>
        <source>a shorter rise is a step</source>
        <translation>ein kürzerer Anstieg ist eine Stufe</translation>
    </message>
    <message>
        <source>of its height: round feet rise over a curb by less</source>
        <translation>seiner Höhe: runde Füße steigen an einer Kante weniger</translation>
    </message>
    <message>
        <source>this close to the slope limit walking is correct</source>
        <translation>so nah an der Neigungsgrenze ist Gehen richtig</translation>
    </message>
    <message>
        <source>a visible collider this close explains the stop</source>
        <translation>ein sichtbarer Collider so nah erklärt das Anhalten</translation>
    </message>
    <message>
        <source>a shorter stop may be a hiccup</source>
        <translation>ein kürzeres Anhalten kann ein Ruckler sein</translation>
    </message>
    <message>
        <source>the log may miss one frame of a contact</source>
        <translation>im Log darf ein Frame eines Kontakts fehlen</translation>
    </message>
    <message>
        <source>what one step of a test loses to rounding</source>
        <translation>was ein Schritt einer Prüfung durch Rundung verliert</translation>
    </message>
    <message>
        <source>the begin and end of one contact are two</source>
        <translation>Beginn und Ende eines Kontakts sind zwei</translation>
    </message>
    <message>
        <source>a body that gets out sooner was only pushed in</source>
        <translation>ein Körper, der früher herauskommt, war nur hineingedrückt</translation>
    </message>
    <message>
        <source>a tenth of a second at 60 steps per second: a player notices</source>
        <translation>eine Zehntelsekunde bei 60 Schritten je Sekunde: man bemerkt es</translation>
    </message>
    <message>
        <source>moving less than this share of what it should counts as stuck</source>
        <translation>wer sich um weniger als diesen Anteil des Sollwegs bewegt, hängt fest</translation>
    </message>
    <message>
        <source>losing more than this share of the speed at an internal edge is a trip</source>
        <translation>mehr als diesen Anteil des Tempos an einer inneren Kante zu verlieren ist ein Stolpern</translation>
    </message>
    <message>
        <source>rising at more than this share of its speed at an internal edge: launched upward</source>
        <translation>an einer inneren Kante mit mehr als diesem Anteil seines Tempos aufsteigend: hochgeschleudert</translation>
    </message>
    <message>
        <source>a run with bumps lower than this is flat</source>
        <translation>eine Bahn mit niedrigeren Unebenheiten ist flach</translation>
    </message>
    <message>
        <source>held above its feet by less than this share of its width</source>
        <translation>über den Füßen von weniger als diesem Anteil seiner Breite gehalten</translation>
    </message>
    <message>
        <source>supported on less than this share of its width</source>
        <translation>auf weniger als diesem Anteil seiner Breite getragen</translation>
    </message>
    <message>
        <source>held this far above its feet, as a share of its height</source>
        <translation>so weit über den Füßen gehalten, als Anteil seiner Höhe</translation>
    </message>
    <message>
        <source>unknown</source>
        <translation>unbekannt</translation>
    </message>
    <message>
        <source>normal {}</source>
        <translation>Normale {}</translation>
    </message>
    <message>
        <source>body {}</source>
        <translation>Körper {}</translation>
    </message>
    <message>
        <source>above</source>
        <translation>über</translation>
    </message>
    <message>
        <source>below</source>
        <translation>unter</translation>
    </message>
    <message>
        <source>right of</source>
        <translation>rechts von</translation>
    </message>
    <message>
        <source>left of</source>
        <translation>links von</translation>
    </message>
    <message>
        <source>at rest</source>
        <translation>ruht</translation>
    </message>
    <message>
        <source>rising at {}</source>
        <translation>steigt mit {}</translation>
    </message>
    <message>
        <source>falling at {}</source>
        <translation>fällt mit {}</translation>
    </message>
    <message>
        <source>moving right at {}</source>
        <translation>bewegt sich mit {} nach rechts</translation>
    </message>
    <message>
        <source>moving left at {}</source>
        <translation>bewegt sich mit {} nach links</translation>
    </message>
    <message>
        <source>wants to stand still</source>
        <translation>will stehen bleiben</translation>
    </message>
    <message>
        <source>wants to move up at {}</source>
        <translation>will mit {} nach oben</translation>
    </message>
    <message>
        <source>wants to move down at {}</source>
        <translation>will mit {} nach unten</translation>
    </message>
    <message>
        <source>wants to move right at {}</source>
        <translation>will mit {} nach rechts</translation>
    </message>
    <message>
        <source>wants to move left at {}</source>
        <translation>will mit {} nach links</translation>
    </message>
    <message>
        <source>{} frame</source>
        <translation>{} Frame</translation>
    </message>
    <message>
        <source>{} frames</source>
        <translation>{} Frames</translation>
    </message>
    <message>
        <source>{} response</source>
        <translation>{} Reaktion</translation>
    </message>
    <message>
        <source>{} responses</source>
        <translation>{} Reaktionen</translation>
    </message>
    <message>
        <source>{} time</source>
        <translation>{} Mal</translation>
    </message>
    <message>
        <source>{} times</source>
        <translation>{} Mal</translation>
    </message>
    <message>
        <source>{} iteration</source>
        <translation>{} Durchlauf</translation>
    </message>
    <message>
        <source>{} iterations</source>
        <translation>{} Durchläufe</translation>
    </message>
    <message>
        <source>{} test</source>
        <translation>{} Prüfung</translation>
    </message>
    <message>
        <source>{} tests</source>
        <translation>{} Prüfungen</translation>
    </message>
    <message>
        <source>{} point</source>
        <translation>{} Punkt</translation>
    </message>
    <message>
        <source>{} points</source>
        <translation>{} Punkte</translation>
    </message>
    <message>
        <source>{} contact</source>
        <translation>{} Kontakt</translation>
    </message>
    <message>
        <source>{} contacts</source>
        <translation>{} Kontakte</translation>
    </message>
    <message>
        <source>{} new fault</source>
        <translation>{} neuer Fehler</translation>
    </message>
    <message>
        <source>{} new faults</source>
        <translation>{} neue Fehler</translation>
    </message>
    <message>
        <source>pictures overlap by {}</source>
        <translation>Bilder überlappen um {}</translation>
    </message>
    <message>
        <source>grow both colliders by {} on all sides</source>
        <translation>beide Collider allseits um {} vergrößern</translation>
    </message>
    <message>
        <source>The pictures of {} and {} begin to overlap.</source>
        <translation>Die Bilder von {} und {} beginnen zu überlappen.</translation>
    </message>
    <message>
        <source>They overlap by {}, over {} {}². The colliders are still {} apart.</source>
        <translation>Sie überlappen um {}, auf {} {}². Die Collider sind noch {} voneinander entfernt.</translation>
    </message>
    <message>
        <source>The recording ends while they overlap. There was no hit.</source>
        <translation>Die Aufzeichnung endet, während sie überlappen. Es gab keinen Treffer.</translation>
    </message>
    <message>
        <source>They part after {}. There was no hit.</source>
        <translation>Sie trennen sich nach {}. Es gab keinen Treffer.</translation>
    </message>
    <message>
        <source>the colliders do not cover their pictures there.</source>
        <translation>die Collider decken ihre Bilder dort nicht ab.</translation>
    </message>
    <message>
        <source>a kinematic body that did not rotate is not meant to</source>
        <translation>ein kinematischer Körper, der sich nicht drehte, soll es auch nicht</translation>
    </message>
    <message>
        <source>arm {}</source>
        <translation>Hebel {}</translation>
    </message>
    <message>
        <source>lock the rotation of {} in the response</source>
        <translation>Drehung von {} in der Reaktion sperren</translation>
    </message>
    <message>
        <source>a capsule for {}</source>
        <translation>eine Kapsel für {}</translation>
    </message>
    <message>
        <source>{} is {} and does not rotate.</source>
        <translation>{} {} und dreht sich nicht.</translation>
    </message>
    <message>
        <source>It hits {}. The push passes its center at a distance of {}.</source>
        <translation>Er trifft {}. Der Stoß geht im Abstand von {} an seiner Mitte vorbei.</translation>
    </message>
    <message>
        <source>It has turned by {}° and now rotates at {}°/s.</source>
        <translation>Er hat sich um {}° gedreht und dreht sich nun mit {}°/s.</translation>
    </message>
    <message>
        <source>the response applies the push at the contact point, although this body is meant to stay upright.</source>
        <translation>die Reaktion setzt den Stoß am Kontaktpunkt an, obwohl dieser Körper aufrecht bleiben soll.</translation>
    </message>
    <message>
        <source>the response applies the push at the contact point, although this body did not rotate before.</source>
        <translation>die Reaktion setzt den Stoß am Kontaktpunkt an, obwohl dieser Körper sich vorher nicht drehte.</translation>
    </message>
    <message>
        <source>{} of {} faults judged</source>
        <translation>{} von {} Fehlern geprüft</translation>
    </message>
    <message>
        <source> and </source>
        <translation> und </translation>
    </message>
    <message>
        <source>{}; log {} for the others</source>
        <translation>{}; für die anderen {} loggen</translation>
    </message>
    <message>
        <source>{}; log {} for the rest</source>
        <translation>{}; für den Rest {} loggen</translation>
    </message>
    <message>
        <source>log {}</source>
        <translation>{} loggen</translation>
    </message>
    <message>
        <source>`contacts` is not logged: judged from shapes and motion alone</source>
        <translation>`contacts` ist nicht geloggt: allein nach Formen und Bewegung geprüft</translation>
    </message>
    <message>
        <source>`contacts` is not logged: judged from motion alone</source>
        <translation>`contacts` ist nicht geloggt: allein nach der Bewegung geprüft</translation>
    </message>
    <message>
        <source>contacts were not logged: judged from motion alone</source>
        <translation>Kontakte sind nicht geloggt: allein nach der Bewegung geprüft</translation>
    </message>
    <message>
        <source>test {} after it moves</source>
        <translation>{} nach der Bewegung prüfen</translation>
    </message>
    <message>
        <source>push {} out</source>
        <translation>{} hinausschieben</translation>
    </message>
    <message>
        <source>sweep {}</source>
        <translation>{} durchgehend prüfen</translation>
    </message>
    <message>
        <source>the game tests before it moves the body. {} × {} s {} {} {} = {}, the depth.</source>
        <translation>das Spiel prüft, bevor es den Körper bewegt. {} × {} s {} {} {} = {}, die Tiefe.</translation>
    </message>
    <message>
        <source>of overlap</source>
        <translation>Überlappung</translation>
    </message>
    <message>
        <source>of gap</source>
        <translation>Lücke</translation>
    </message>
    <message>
        <source>its velocity does not explain the move: code placed it there.</source>
        <translation>seine Geschwindigkeit erklärt den Weg nicht: Code hat ihn dort hingesetzt.</translation>
    </message>
    <message>
        <source>another body pushed it in.</source>
        <translation>ein anderer Körper hat ihn hineingeschoben.</translation>
    </message>
    <message>
        <source>nothing pushed it out.</source>
        <translation>nichts hat ihn hinausgeschoben.</translation>
    </message>
    <message>
        <source>{} is {} {}, {} ({} per frame).</source>
        <translation>{} ist {} {}, {} ({} je Frame).</translation>
    </message>
    <message>
        <source>{} ends the frame {} inside {}.</source>
        <translation>{} steckt am Ende des Frames {} in {}.</translation>
    </message>
    <message>
        <source>It is {} inside, {}.</source>
        <translation>Er steckt {} darin, {}.</translation>
    </message>
    <message>
        <source>It is {} apart, {}.</source>
        <translation>Er ist {} entfernt, {}.</translation>
    </message>
    <message>
        <source>It was inside for {}, at most {} deep.</source>
        <translation>Er steckte {} lang darin, höchstens {} tief.</translation>
    </message>
    <message>
        <source>frame {}: approaching at {} becomes {}</source>
        <translation>Frame {}: Annäherung mit {} wird zu {}</translation>
    </message>
    <message>
        <source>respond only while approaching</source>
        <translation>nur bei Annäherung reagieren</translation>
    </message>
    <message>
        <source>respond once</source>
        <translation>einmal reagieren</translation>
    </message>
    <message>
        <source>fire &apos;{}&apos; once per touch</source>
        <translation>„{}“ einmal je Berührung auslösen</translation>
    </message>
    <message>
        <source>switch the hitbox off after its first report</source>
        <translation>die Hitbox nach der ersten Meldung ausschalten</translation>
    </message>
    <message>
        <source>are {} apart</source>
        <translation>sind {} voneinander entfernt</translation>
    </message>
    <message>
        <source>overlap by {}</source>
        <translation>überlappen um {}</translation>
    </message>
    <message>
        <source>neither approaching nor parting</source>
        <translation>weder Annäherung noch Trennung</translation>
    </message>
    <message>
        <source>approaching at {}</source>
        <translation>Annäherung mit {}</translation>
    </message>
    <message>
        <source>parting at {}</source>
        <translation>Trennung mit {}</translation>
    </message>
    <message>
        <source>{} and {} {}, {}.</source>
        <translation>{} und {} {}, {}.</translation>
    </message>
    <message>
        <source>A contact begins: the first response.</source>
        <translation>Ein Kontakt beginnt: die erste Reaktion.</translation>
    </message>
    <message>
        <source>A contact begins again.</source>
        <translation>Wieder beginnt ein Kontakt.</translation>
    </message>
    <message>
        <source>Between the responses they were never more than {} apart: one approach, {}.</source>
        <translation>Zwischen den Reaktionen waren sie nie weiter als {} voneinander entfernt: eine Annäherung, {}.</translation>
    </message>
    <message>
        <source>the hit is handled in two places, or the response does not check whether the two still approach each other.</source>
        <translation>der Treffer wird an zwei Stellen behandelt, oder die Reaktion prüft nicht, ob sich beide noch annähern.</translation>
    </message>
    <message>
        <source>{} and {} both reverse its velocity in the same step: no bounce is left.</source>
        <translation>{} und {} kehren beide im selben Schritt seine Geschwindigkeit um: Kein Abprall bleibt übrig.</translation>
    </message>
    <message>
        <source>its neighbor</source>
        <translation>sein Nachbar</translation>
    </message>
    <message>
        <source>two colliders were hit in one step and each responded on its own.</source>
        <translation>zwei Collider wurden in einem Schritt getroffen, und jeder reagierte für sich.</translation>
    </message>
    <message>
        <source>They never parted, and &apos;{}&apos; fired {}: one touch.</source>
        <translation>Sie trennten sich nie, und „{}“ wurde {} ausgelöst: eine Berührung.</translation>
    </message>
    <message>
        <source>the event does not remember that this target was already hit in this touch.</source>
        <translation>das Ereignis merkt sich nicht, dass dieses Ziel in dieser Berührung schon getroffen wurde.</translation>
    </message>
    <message>
        <source>The hitbox stayed on and reported the same target again.</source>
        <translation>Die Hitbox blieb an und meldete dasselbe Ziel noch einmal.</translation>
    </message>
    <message>
        <source>the hitbox does not remember its targets until it is switched off.</source>
        <translation>die Hitbox merkt sich ihre Ziele nicht, bis sie ausgeschaltet wird.</translation>
    </message>
    <message>
        <source>no ground for {}</source>
        <translation>kein Boden auf {}</translation>
    </message>
    <message>
        <source>no ground</source>
        <translation>kein Boden</translation>
    </message>
    <message>
        <source>ground it only on contacts whose normal points up</source>
        <translation>nur Kontakte als Boden zählen, deren Normale nach oben zeigt</translation>
    </message>
    <message>
        <source>test for ground as far down as the slop and the skin</source>
        <translation>so weit nach unten auf Boden prüfen, wie Slop und Haut reichen</translation>
    </message>
    <message>
        <source>{} believes it is grounded.</source>
        <translation>{} hält sich für am Boden.</translation>
    </message>
    <message>
        <source>The ground is {} below it.</source>
        <translation>Der Boden liegt {} darunter.</translation>
    </message>
    <message>
        <source>Nothing is below it.</source>
        <translation>Darunter ist nichts.</translation>
    </message>
    <message>
        <source>It touches {}, which is {} it.</source>
        <translation>Er berührt {}; das liegt {} ihm.</translation>
    </message>
    <message>
        <source>{} stands on {} and does not believe it is grounded.</source>
        <translation>{} steht auf {} und hält sich nicht für am Boden.</translation>
    </message>
    <message>
        <source>It jumps, although it stands on nothing.</source>
        <translation>Er springt, obwohl er auf nichts steht.</translation>
    </message>
    <message>
        <source>It jumps all the same.</source>
        <translation>Er springt trotzdem.</translation>
    </message>
    <message>
        <source>This lasts for {}.</source>
        <translation>Das dauert {}.</translation>
    </message>
    <message>
        <source>the ground test does not reach down as far as the surface.</source>
        <translation>die Bodenprüfung reicht nicht bis zur Fläche hinab.</translation>
    </message>
    <message>
        <source>any contact counts as ground, also one whose normal does not point up.</source>
        <translation>jeder Kontakt zählt als Boden, auch einer, dessen Normale nicht nach oben zeigt.</translation>
    </message>
    <message>
        <source>the grounded state is kept after the ground is gone.</source>
        <translation>der Bodenzustand bleibt, nachdem der Boden weg ist.</translation>
    </message>
    <message>
        <source>a margin for {}</source>
        <translation>ein Abstand für {}</translation>
    </message>
    <message>
        <source>{} lies flush with {}. One ULP of a {}-bit number is {} there.</source>
        <translation>{} liegt bündig an {}. Ein ULP einer {}-Bit-Zahl ist dort {}.</translation>
    </message>
    <message>
        <source>The gap stays within {} ULPs, and the result of the test ({}) changes {}.</source>
        <translation>Die Lücke bleibt innerhalb von {} ULPs, und das Ergebnis der Prüfung ({}) wechselt {}.</translation>
    </message>
    <message>
        <source>rounding decides whether they touch. A margin of {} keeps the result on one side.</source>
        <translation>die Rundung entscheidet, ob sie sich berühren. Ein Abstand von {} hält das Ergebnis auf einer Seite.</translation>
    </message>
    <message>
        <source>contact</source>
        <translation>Kontakt</translation>
    </message>
    <message>
        <source>overlap</source>
        <translation>Überlappung</translation>
    </message>
    <message>
        <source>grounded</source>
        <translation>am Boden</translation>
    </message>
    <message>
        <source>{} apart</source>
        <translation>{} entfernt</translation>
    </message>
    <message>
        <source>shrink the collider of {} by {} on all sides</source>
        <translation>Collider von {} allseits um {} verkleinern</translation>
    </message>
    <message>
        <source>round the collider of {}</source>
        <translation>Collider von {} abrunden</translation>
    </message>
    <message>
        <source>{} and {} hit each other, but their pictures are {} apart.</source>
        <translation>{} und {} treffen sich, aber ihre Bilder sind {} voneinander entfernt.</translation>
    </message>
    <message>
        <source>a collider is larger than its picture.</source>
        <translation>ein Collider ist größer als sein Bild.</translation>
    </message>
    <message>
        <source>{} % of the collider of {} lies outside its picture.</source>
        <translation>{} % des Colliders von {} liegen außerhalb seines Bildes.</translation>
    </message>
    <message>
        <source>{} by {} %</source>
        <translation>{} um {} %</translation>
    </message>
    <message>
        <source>the collider of {} is larger than its picture. {}.</source>
        <translation>der Collider von {} ist größer als sein Bild. {}.</translation>
    </message>
    <message>
        <source>No simple shape around the picture is smaller</source>
        <translation>Keine einfache Form um das Bild ist kleiner</translation>
    </message>
    <message>
        <source>Around the picture these are smaller: {}</source>
        <translation>Um das Bild sind kleiner: {}</translation>
    </message>
    <message>
        <source>a circle</source>
        <translation>ein Kreis</translation>
    </message>
    <message>
        <source>an ellipse</source>
        <translation>eine Ellipse</translation>
    </message>
    <message>
        <source>a box</source>
        <translation>ein Rechteck</translation>
    </message>
    <message>
        <source>a capsule</source>
        <translation>eine Kapsel</translation>
    </message>
    <message>
        <source>its convex hull</source>
        <translation>die konvexe Hülle</translation>
    </message>
    <message>
        <source>the game does not hold it on purpose</source>
        <translation>das Spiel hält ihn nicht absichtlich auf</translation>
    </message>
    <message>
        <source>log what stops {}</source>
        <translation>loggen, was {} aufhält</translation>
    </message>
    <message>
        <source>{} is {}.</source>
        <translation>{} {}.</translation>
    </message>
    <message>
        <source>It still {} but loses {}. Nothing recorded is in its way.</source>
        <translation>Er {}, verliert aber {}. Nichts Aufgezeichnetes ist ihm im Weg.</translation>
    </message>
    <message>
        <source>what stops it is not in the recording. Log every collider near it, and `contacts`, to see it.</source>
        <translation>was ihn aufhält, ist nicht in der Aufzeichnung. Logge jeden Collider in der Nähe und `contacts`, um es zu sehen.</translation>
    </message>
    <message>
        <source>{} stops it: it loses {}.</source>
        <translation>{} hält ihn auf: Er verliert {}.</translation>
    </message>
    <message>
        <source>Nothing visible is there; the nearest visible thing is {} away.</source>
        <translation>Dort ist nichts Sichtbares; das nächste Sichtbare ist {} entfernt.</translation>
    </message>
    <message>
        <source>Nothing visible is near it.</source>
        <translation>In der Nähe ist nichts Sichtbares.</translation>
    </message>
    <message>
        <source>{} has a solid, invisible collider on the layer &apos;{}&apos;.</source>
        <translation>{} hat einen festen, unsichtbaren Collider auf der Ebene „{}“.</translation>
    </message>
    <message>
        <source>switch off the invisible collider of {}</source>
        <translation>unsichtbaren Collider von {} ausschalten</translation>
    </message>
    <message>
        <source>{} back and forth</source>
        <translation>{} hin und her</translation>
    </message>
    <message>
        <source>reverse {} only while approaching</source>
        <translation>{} nur bei Annäherung umkehren</translation>
    </message>
    <message>
        <source>inside</source>
        <translation>in</translation>
    </message>
    <message>
        <source>Its velocity was reversed in {} in a row, at up to {}.</source>
        <translation>Seine Geschwindigkeit kehrte sich {} in Folge um, bei bis zu {}.</translation>
    </message>
    <message>
        <source>every overlap reverses the velocity, and the body is not pushed out: next frame it is still inside and is reversed again.</source>
        <translation>jede Überlappung kehrt die Geschwindigkeit um, und der Körper wird nicht hinausgeschoben: Im nächsten Frame steckt er noch darin und wird wieder umgekehrt.</translation>
    </message>
    <message>
        <source>every contact reverses the velocity, also of a body that already moves away.</source>
        <translation>jeder Kontakt kehrt die Geschwindigkeit um, auch die eines Körpers, der sich schon entfernt.</translation>
    </message>
    <message>
        <source>it fired {} frames after the contact</source>
        <translation>es wurde {} Frames nach dem Kontakt ausgelöst</translation>
    </message>
    <message>
        <source>it fired for {} instead</source>
        <translation>es wurde stattdessen für {} ausgelöst</translation>
    </message>
    <message>
        <source>nobody</source>
        <translation>niemanden</translation>
    </message>
    <message>
        <source>{} was removed or switched off</source>
        <translation>{} wurde entfernt oder ausgeschaltet</translation>
    </message>
    <message>
        <source>it never fired</source>
        <translation>es wurde nie ausgelöst</translation>
    </message>
    <message>
        <source>`contacts` is not logged: the shapes touch</source>
        <translation>`contacts` ist nicht geloggt: Die Formen berühren sich</translation>
    </message>
    <message>
        <source>no &apos;{}&apos; follows</source>
        <translation>„{}“ folgt nicht</translation>
    </message>
    <message>
        <source>check the conditions on layer, kind and owner that lead from this contact to &apos;{}&apos;</source>
        <translation>Bedingungen an Ebene, Art und Eigentümer prüfen, die von diesem Kontakt zu „{}“ führen</translation>
    </message>
    <message>
        <source>{} touches {}.</source>
        <translation>{} berührt {}.</translation>
    </message>
    <message>
        <source>&apos;{}&apos; was expected within {}: {}.</source>
        <translation>„{}“ wurde innerhalb von {} erwartet: {}.</translation>
    </message>
    <message>
        <source>the game drops this contact on its way to the event. Which layer, kind and owner it asks for decides where.</source>
        <translation>das Spiel verliert diesen Kontakt auf dem Weg zum Ereignis. Wo, entscheiden Ebene, Art und Eigentümer, die es verlangt.</translation>
    </message>
    <message>
        <source>`desired` is not logged: it is taken not to ask to drop</source>
        <translation>`desired` ist nicht geloggt: Es wird angenommen, dass er nicht um Durchfallen bittet</translation>
    </message>
    <message>
        <source>free direction</source>
        <translation>freie Richtung</translation>
    </message>
    <message>
        <source>keep the drop state for each one-way, and clear it only on request</source>
        <translation>Durchfallzustand je Einwegplattform merken und nur auf Wunsch löschen</translation>
    </message>
    <message>
        <source>The lowest point of {} is {} {} the surface of {}.</source>
        <translation>Der tiefste Punkt von {} liegt {} {} der Fläche von {}.</translation>
    </message>
    <message>
        <source>It sinks in, {}, without asking to drop. It touches nothing else.</source>
        <translation>Er sinkt ein, {}, ohne um Durchfallen zu bitten. Er berührt sonst nichts.</translation>
    </message>
    <message>
        <source>It sinks in, {}, without asking to drop. It also touches {}.</source>
        <translation>Er sinkt ein, {}, ohne um Durchfallen zu bitten. Er berührt auch {}.</translation>
    </message>
    <message>
        <source>{}, {}; it was at most {} deep.</source>
        <translation>{}, {}; er war höchstens {} tief.</translation>
    </message>
    <message>
        <source>The recording ends while it is inside</source>
        <translation>Die Aufzeichnung endet, während er darin steckt</translation>
    </message>
    <message>
        <source>It has dropped through</source>
        <translation>Er ist durchgefallen</translation>
    </message>
    <message>
        <source>the one-way stops holding although nothing asked for it.</source>
        <translation>die Einwegplattform hält nicht mehr, obwohl nichts darum bat.</translation>
    </message>
    <message>
        <source>touching {} releases it: the drop state is not kept for each one-way separately.</source>
        <translation>die Berührung von {} löst es aus: Der Durchfallzustand wird nicht je Einwegplattform gemerkt.</translation>
    </message>
    <message>
        <source>the position before the push is derived from its velocity</source>
        <translation>die Position vor dem Schub ist aus der Geschwindigkeit abgeleitet</translation>
    </message>
    <message>
        <source>{} back</source>
        <translation>{} zurück</translation>
    </message>
    <message>
        <source>{} taken</source>
        <translation>{} genommen</translation>
    </message>
    <message>
        <source>push {} out the way it came</source>
        <translation>{} auf dem Herweg hinausschieben</translation>
    </message>
    <message>
        <source>{} is {} {}, {}.</source>
        <translation>{} ist {} {}, {}.</translation>
    </message>
    <message>
        <source>It is {} inside {}. {} back the way it came would free it.</source>
        <translation>Er steckt {} in {}. {} auf dem Herweg zurück würden ihn befreien.</translation>
    </message>
    <message>
        <source>It is moved out {} {} instead, {} away.</source>
        <translation>Stattdessen wird er {} {} hinausgeschoben, {} weit.</translation>
    </message>
    <message>
        <source>the push-out chooses a side without asking from which side the body came in.</source>
        <translation>das Hinausschieben wählt eine Seite, ohne zu fragen, von welcher der Körper kam.</translation>
    </message>
    <message>
        <source>gap {}</source>
        <translation>Lücke {}</translation>
    </message>
    <message>
        <source>every solid collider that comes near should stop it</source>
        <translation>jeder feste Collider, der nahe kommt, soll ihn aufhalten</translation>
    </message>
    <message>
        <source>{} probes on that side of {}</source>
        <translation>{} Prüfpunkte auf dieser Seite von {}</translation>
    </message>
    <message>
        <source>On its {} {} tests {}; two neighbors are {} apart.</source>
        <translation>Auf der Seite „{}“ prüft {} {}; zwei Nachbarn liegen {} auseinander.</translation>
    </message>
    <message>
        <source>upper side</source>
        <translation>oben</translation>
    </message>
    <message>
        <source>lower side</source>
        <translation>unten</translation>
    </message>
    <message>
        <source>left side</source>
        <translation>links</translation>
    </message>
    <message>
        <source>right side</source>
        <translation>rechts</translation>
    </message>
    <message>
        <source>{} is only {} wide and fits between them.</source>
        <translation>{} ist nur {} breit und passt dazwischen.</translation>
    </message>
    <message>
        <source>The smallest thing near it</source>
        <translation>Das Kleinste in der Nähe</translation>
    </message>
    <message>
        <source>A solid collider reaches in between them, for {} in all.</source>
        <translation>Ein fester Collider ragt dazwischen, insgesamt {} lang.</translation>
    </message>
    <message>
        <source>the points are farther apart than the smallest obstacle is wide. {} on that side leave no gap: {} per frame instead of {}.</source>
        <translation>die Punkte liegen weiter auseinander, als das kleinste Hindernis breit ist. {} auf dieser Seite lassen keine Lücke: {} je Frame statt {}.</translation>
    </message>
    <message>
        <source>every {} of {}</source>
        <translation>jedes {} von {}</translation>
    </message>
    <message>
        <source>, cell {}, {}</source>
        <translation>, Zelle {}, {}</translation>
    </message>
    <message>
        <source>nudge the hit point into the cell, away from its edge, before rounding it</source>
        <translation>den Trefferpunkt vor dem Runden von der Kante weg in die Zelle schieben</translation>
    </message>
    <message>
        <source>walk the cells along the ray instead of rounding one point</source>
        <translation>die Zellen am Strahl entlang ablaufen, statt einen Punkt zu runden</translation>
    </message>
    <message>
        <source>exactly over an edge</source>
        <translation>genau über eine Kante</translation>
    </message>
    <message>
        <source>{} beside an edge: {} ULP</source>
        <translation>{} neben einer Kante: {} ULP</translation>
    </message>
    <message>
        <source>{} passes {}. One ULP is {} there.</source>
        <translation>{} verläuft {}. Ein ULP ist dort {}.</translation>
    </message>
    <message>
        <source>One ULP more or less changes what it hits, {}.</source>
        <translation>Ein ULP mehr oder weniger ändert, was er trifft: {}.</translation>
    </message>
    <message>
        <source>It hits {} in 64 bit, and {} in 32 bit or one ULP aside.</source>
        <translation>In 64 Bit trifft er {}, in 32 Bit oder ein ULP daneben {}.</translation>
    </message>
    <message>
        <source>the result is rounding-sensitive: the ray passes closer to the edge than the game&apos;s numbers can tell.</source>
        <translation>das Ergebnis ist rundungsempfindlich: Der Strahl verläuft näher an der Kante, als die Zahlen des Spiels unterscheiden können.</translation>
    </message>
    <message>
        <source>nothing</source>
        <translation>nichts</translation>
    </message>
    <message>
        <source>{} itself</source>
        <translation>{} selbst</translation>
    </message>
    <message>
        <source>A ray</source>
        <translation>Ein Strahl</translation>
    </message>
    <message>
        <source>The ray &apos;{}&apos;</source>
        <translation>Der Strahl „{}“</translation>
    </message>
    <message>
        <source>A ray of {}</source>
        <translation>Ein Strahl von {}</translation>
    </message>
    <message>
        <source>The ray &apos;{}&apos; of {}</source>
        <translation>Der Strahl „{}“ von {}</translation>
    </message>
    <message>
        <source>{} inside its caster</source>
        <translation>{} in seinem Werfer</translation>
    </message>
    <message>
        <source>start it {} farther along, outside its caster</source>
        <translation>{} weiter vorn beginnen, außerhalb seines Werfers</translation>
    </message>
    <message>
        <source>skip the colliders of the caster; ignoring their whole layer would hide it from every other ray</source>
        <translation>die Collider des Werfers auslassen; die ganze Ebene zu ignorieren verbirgt ihn vor jedem anderen Strahl</translation>
    </message>
    <message>
        <source>{} starts {} inside its own caster and reports {}.</source>
        <translation>{} beginnt {} innerhalb seines Werfers und meldet {}.</translation>
    </message>
    <message>
        <source>the ray does not skip the collider that it starts in.</source>
        <translation>der Strahl lässt den Collider nicht aus, in dem er beginnt.</translation>
    </message>
    <message>
        <source>hits {} first</source>
        <translation>trifft zuerst {}</translation>
    </message>
    <message>
        <source>a shorter stride: a thinner collider is stepped over</source>
        <translation>eine kürzere Schrittweite: Ein dünnerer Collider wird übersprungen</translation>
    </message>
    <message>
        <source>take the nearest hit, not the first that is found</source>
        <translation>den nächsten Treffer nehmen, nicht den zuerst gefundenen</translation>
    </message>
    <message>
        <source>check the layers of the ray, and when in the step it is cast</source>
        <translation>die Ebenen des Strahls prüfen und wann im Schritt er geworfen wird</translation>
    </message>
    <message>
        <source>{} reports {}. By the shapes of this frame it hits {} first.</source>
        <translation>{} meldet {}. Nach den Formen dieses Frames trifft er zuerst {}.</translation>
    </message>
    <message>
        <source>its layers, its stride, or the moment of the step at which it is cast make it miss.</source>
        <translation>seine Ebenen, seine Schrittweite oder der Moment des Wurfs lassen ihn verfehlen.</translation>
    </message>
    <message>
        <source>it does not report the nearest hit.</source>
        <translation>er meldet nicht den nächsten Treffer.</translation>
    </message>
    <message>
        <source>it should hit what rays of its name hit otherwise</source>
        <translation>er soll treffen, was Strahlen seines Namens sonst treffen</translation>
    </message>
    <message>
        <source>{} short</source>
        <translation>{} zu kurz</translation>
    </message>
    <message>
        <source>extend it by {} beyond its target, since its end is rounded</source>
        <translation>um {} über das Ziel hinaus verlängern, weil sein Ende gerundet ist</translation>
    </message>
    <message>
        <source>{} ends in the open, {} before {}.</source>
        <translation>{} endet im Freien, {} vor {}.</translation>
    </message>
    <message>
        <source>it is aimed at the exact point of another hit, and rounding ends it before the surface.</source>
        <translation>er zielt auf den genauen Punkt eines anderen Treffers, und die Rundung beendet ihn vor der Fläche.</translation>
    </message>
    <message>
        <source>it is cast less far than the surface is away.</source>
        <translation>er wird weniger weit geworfen, als die Fläche entfernt ist.</translation>
    </message>
    <message>
        <source>`contacts` is not logged: the shapes touch all the time</source>
        <translation>`contacts` ist nicht geloggt: Die Formen berühren sich die ganze Zeit</translation>
    </message>
    <message>
        <source>fire &apos;{}&apos; when the contact begins, not while it lasts</source>
        <translation>„{}“ auslösen, wenn der Kontakt beginnt, nicht solange er dauert</translation>
    </message>
    <message>
        <source>{} touches {}. &apos;{}&apos; fires, as expected. Its speed is {}.</source>
        <translation>{} berührt {}. „{}“ wird wie erwartet ausgelöst. Sein Tempo ist {}.</translation>
    </message>
    <message>
        <source>No new contact begins, yet &apos;{}&apos; fires again. Its speed is {}.</source>
        <translation>Kein neuer Kontakt beginnt, doch „{}“ wird wieder ausgelöst. Sein Tempo ist {}.</translation>
    </message>
    <message>
        <source>&apos;{}&apos; has fired {} for {}. The speed changed by {}.</source>
        <translation>„{}“ wurde {} ausgelöst, für {}. Das Tempo änderte sich um {}.</translation>
    </message>
    <message>
        <source>the event fires while the contact lasts, not only when it begins.</source>
        <translation>das Ereignis wird ausgelöst, solange der Kontakt dauert, nicht nur zu Beginn.</translation>
    </message>
    <message>
        <source>`desired` is not logged: it is taken not to want to move that way</source>
        <translation>`desired` ist nicht geloggt: Es wird angenommen, dass er nicht dorthin will</translation>
    </message>
    <message>
        <source>{} and {}</source>
        <translation>{} und {}</translation>
    </message>
    <message>
        <source>{} per frame</source>
        <translation>{} je Frame</translation>
    </message>
    <message>
        <source>let {} and {} ignore each other</source>
        <translation>{} und {} einander ignorieren lassen</translation>
    </message>
    <message>
        <source>{} touches {}, which belongs to it.{}</source>
        <translation>{} berührt {}, das zu ihm gehört.{}</translation>
    </message>
    <message>
        <source>It wants to stand still.</source>
        <translation>Er will stehen bleiben.</translation>
    </message>
    <message>
        <source>For {} it is pushed away from it, {} per frame.</source>
        <translation>{} lang wird er davon weggeschoben, {} je Frame.</translation>
    </message>
    <message>
        <source>the layers {} collide, although both bodies have one owner.</source>
        <translation>die Ebenen {} kollidieren, obwohl beide Körper einen Eigentümer haben.</translation>
    </message>
    <message>
        <source>bodies of these kinds collide elsewhere, so these should too</source>
        <translation>Körper dieser Arten kollidieren anderswo, also sollten es auch diese</translation>
    </message>
    <message>
        <source>the layers &apos;{}&apos; and &apos;{}&apos; ignore each other</source>
        <translation>die Ebenen „{}“ und „{}“ ignorieren einander</translation>
    </message>
    <message>
        <source>no report of the two was logged</source>
        <translation>keine Meldung der beiden wurde geloggt</translation>
    </message>
    <message>
        <source>no contact of the two was logged</source>
        <translation>kein Kontakt der beiden wurde geloggt</translation>
    </message>
    <message>
        <source>let {} and {} collide</source>
        <translation>{} und {} kollidieren lassen</translation>
    </message>
    <message>
        <source>They overlap for {}, at most {} deep.</source>
        <translation>Sie überlappen {} lang, höchstens {} tief.</translation>
    </message>
    <message>
        <source>{}. Bodies of these kinds do collide elsewhere in the recording.</source>
        <translation>{}. Körper dieser Arten kollidieren anderswo in der Aufzeichnung.</translation>
    </message>
    <message>
        <source>their layers should collide, but {}: the game did not test this pair, or dropped the result.</source>
        <translation>ihre Ebenen sollten kollidieren, aber {}: Das Spiel hat dieses Paar nicht geprüft oder das Ergebnis verworfen.</translation>
    </message>
    <message>
        <source>`contacts` is not logged: nothing else pushes them apart</source>
        <translation>`contacts` ist nicht geloggt: Nichts anderes schiebt sie auseinander</translation>
    </message>
    <message>
        <source>no force acts on it that is not in the recording</source>
        <translation>keine Kraft wirkt auf ihn, die nicht in der Aufzeichnung ist</translation>
    </message>
    <message>
        <source>find what adds to the velocity of {} in each frame</source>
        <translation>finden, was in jedem Frame zur Geschwindigkeit von {} beiträgt</translation>
    </message>
    <message>
        <source>restitution of at most 1 for {}</source>
        <translation>Restitution von höchstens 1 für {}</translation>
    </message>
    <message>
        <source>{} moves at {}.</source>
        <translation>{} bewegt sich mit {}.</translation>
    </message>
    <message>
        <source>It moves at {}. No desired velocity, new contact or fall explains that.</source>
        <translation>Er bewegt sich mit {}. Keine gewünschte Geschwindigkeit, kein neuer Kontakt und kein Fall erklärt das.</translation>
    </message>
    <message>
        <source>something adds to its velocity in every step that the recording does not show. Log `events` and `contacts` around these frames to see what.</source>
        <translation>etwas, das die Aufzeichnung nicht zeigt, erhöht in jedem Schritt seine Geschwindigkeit. Logge `events` und `contacts` um diese Frames, um es zu sehen.</translation>
    </message>
    <message>
        <source>{} approaches {} at {}.</source>
        <translation>{} nähert sich {} mit {}.</translation>
    </message>
    <message>
        <source>It touches {}.</source>
        <translation>Er berührt {}.</translation>
    </message>
    <message>
        <source>It leaves at {}: {} times as fast. The restitution is {}.</source>
        <translation>Er verlässt ihn mit {}: {}-mal so schnell. Die Restitution ist {}.</translation>
    </message>
    <message>
        <source>the response adds speed: it is applied more than once, or computed while the two overlap.</source>
        <translation>die Reaktion gibt Tempo dazu: Sie wird mehrmals angewendet oder berechnet, während beide überlappen.</translation>
    </message>
    <message>
        <source>no friction on {}</source>
        <translation>keine Reibung an {}</translation>
    </message>
    <message>
        <source>round the corners of {} by {}</source>
        <translation>Ecken von {} um {} abrunden</translation>
    </message>
    <message>
        <source>sweep and slide {}</source>
        <translation>{} durchgehend prüfen und gleiten lassen</translation>
    </message>
    <message>
        <source>an edge between two level surfaces is treated as an obstacle.</source>
        <translation>eine Kante zwischen zwei ebenen Flächen gilt als Hindernis.</translation>
    </message>
    <message>
        <source>The end of {} launches it upward at {}. The run is flat there.</source>
        <translation>Das Ende von {} schleudert ihn mit {} hoch. Die Bahn ist dort flach.</translation>
    </message>
    <message>
        <source>Its edge catches on the end of {}. The run is flat: lifted by {} the way ahead is free.</source>
        <translation>Seine Kante bleibt am Ende von {} hängen. Die Bahn ist flach: Um {} angehoben ist der Weg frei.</translation>
    </message>
    <message>
        <source>Nothing is below it. It touches only the side of {} and does not fall.</source>
        <translation>Darunter ist nichts. Er berührt nur die Seite von {} und fällt nicht.</translation>
    </message>
    <message>
        <source>friction on the side holds it; any above {} does.</source>
        <translation>Reibung an der Seite hält ihn; jede über {} genügt.</translation>
    </message>
    <message>
        <source>the side holds it, by friction or by its outline. Trying it without friction decides which.</source>
        <translation>die Seite hält ihn, durch Reibung oder durch ihren Umriss. Ein Versuch ohne Reibung entscheidet, wodurch.</translation>
    </message>
    <message>
        <source>Less than a tenth of its width stands on {}; {} hang over.</source>
        <translation>Weniger als ein Zehntel seiner Breite steht auf {}; {} hängen über.</translation>
    </message>
    <message>
        <source>the last corner still counts as support. A rounder outline slides off.</source>
        <translation>die letzte Ecke zählt noch als Stütze. Ein runderer Umriss gleitet ab.</translation>
    </message>
    <message>
        <source>A part of its outline above its feet rests on {}.</source>
        <translation>Ein Teil seines Umrisses über den Füßen liegt auf {}.</translation>
    </message>
    <message>
        <source>its own outline hooks on the edge.</source>
        <translation>sein eigener Umriss hakt an der Kante ein.</translation>
    </message>
    <message>
        <source>{} is {}; it {}.</source>
        <translation>{} {}; er {}.</translation>
    </message>
    <message>
        <source>It was held for {}.</source>
        <translation>Er wurde {} lang gehalten.</translation>
    </message>
    <message>
        <source>{} {} and is {}.</source>
        <translation>{} {} und {}.</translation>
    </message>
    <message>
        <source>In {} they moved no more than {} from where they started, at most {} deep.</source>
        <translation>In {} bewegten sie sich nicht mehr als {} vom Ausgangspunkt, höchstens {} tief.</translation>
    </message>
    <message>
        <source>the overlap blocks every move, also one that leads out.</source>
        <translation>die Überlappung sperrt jede Bewegung, auch die hinaus.</translation>
    </message>
    <message>
        <source>the path between two frames is taken to be straight</source>
        <translation>der Weg zwischen zwei Frames gilt als gerade</translation>
    </message>
    <message>
        <source>{} {} {} thick</source>
        <translation>{} {} {} dick</translation>
    </message>
    <message>
        <source>more sub-steps for {}</source>
        <translation>mehr Teilschritte für {}</translation>
    </message>
    <message>
        <source>It has passed {} completely.</source>
        <translation>Er hat {} ganz durchquert.</translation>
    </message>
    <message>
        <source>No report was logged.</source>
        <translation>Keine Meldung wurde geloggt.</translation>
    </message>
    <message>
        <source>No contact was logged and its velocity was not turned back.</source>
        <translation>Kein Kontakt wurde geloggt, und seine Geschwindigkeit wurde nicht umgekehrt.</translation>
    </message>
    <message>
        <source>Its velocity was not turned back. Contacts are not logged.</source>
        <translation>Seine Geschwindigkeit wurde nicht umgekehrt. Kontakte sind nicht geloggt.</translation>
    </message>
    <message>
        <source>It is {} {}. {}</source>
        <translation>Er ist {} {}. {}</translation>
    </message>
    <message>
        <source>the game tests only at the end of each step. {} and {} together are {} thick along the path, one step is {}. Below {} at least one test would hit.</source>
        <translation>das Spiel prüft nur am Ende jedes Schritts. {} und {} sind zusammen {} dick entlang des Wegs, ein Schritt ist {}. Unter {} träfe mindestens eine Prüfung.</translation>
    </message>
    <message>
        <source>end the loop when an iteration no longer reduces the overlap</source>
        <translation>die Schleife beenden, wenn ein Durchlauf die Überlappung nicht mehr verringert</translation>
    </message>
    <message>
        <source>Pushing {} out takes {} and does not finish.</source>
        <translation>{0} hinauszuschieben braucht {1} und wird nicht fertig.</translation>
    </message>
    <message>
        <source>It is still {} inside {}.</source>
        <translation>Er steckt noch {} in {}.</translation>
    </message>
    <message>
        <source>This goes on for {}.</source>
        <translation>Das geht {} so.</translation>
    </message>
    <message>
        <source>each push moves it into another collider, or by less than is needed, so the loop never finds a free place.</source>
        <translation>jeder Schub bewegt ihn in einen anderen Collider oder um weniger als nötig, daher findet die Schleife nie einen freien Platz.</translation>
    </message>
    <message>
        <source>`desired` is not logged: it is taken not to want to climb</source>
        <translation>`desired` ist nicht geloggt: Es wird angenommen, dass er nicht klettern will</translation>
    </message>
    <message>
        <source>rises {}</source>
        <translation>steigt {}</translation>
    </message>
    <message>
        <source>rose {}</source>
        <translation>stieg {}</translation>
    </message>
    <message>
        <source>slide {} along what is too steep</source>
        <translation>{} an zu Steilem entlanggleiten lassen</translation>
    </message>
    <message>
        <source>{} touches {}. The surface is {}° steep there, its slope limit is {}°.</source>
        <translation>{} berührt {}. Die Fläche ist dort {}° steil, seine Neigungsgrenze ist {}°.</translation>
    </message>
    <message>
        <source>It {} and is {}.</source>
        <translation>Er {} und {}.</translation>
    </message>
    <message>
        <source>In {} it has risen by {}, {} per frame. Its step height is {}.</source>
        <translation>In {} ist er um {} gestiegen, {} je Frame. Seine Stufenhöhe ist {}.</translation>
    </message>
    <message>
        <source>sideways motion is turned into upward motion on a surface that is too steep: by the push out of the wall, or by a rule for steps.</source>
        <translation>seitliche Bewegung wird an einer zu steilen Fläche in Aufwärtsbewegung verwandelt: durch den Schub aus der Wand oder durch eine Regel für Stufen.</translation>
    </message>
    <message>
        <source>normal of the face</source>
        <translation>Normale der Fläche</translation>
    </message>
    <message>
        <source>response</source>
        <translation>Reaktion</translation>
    </message>
    <message>
        <source>reflect {} at the face it hits</source>
        <translation>{} an der getroffenen Fläche spiegeln</translation>
    </message>
    <message>
        <source>slide {} along the face it hits</source>
        <translation>{} an der getroffenen Fläche gleiten lassen</translation>
    </message>
    <message>
        <source>It hits {} on a face with the {}.</source>
        <translation>Er trifft {} auf einer Fläche mit der {}.</translation>
    </message>
    <message>
        <source>Its velocity turns from {} to {}</source>
        <translation>Seine Geschwindigkeit wechselt von {} zu {}</translation>
    </message>
    <message>
        <source>{}: both axes are reversed.</source>
        <translation>{}: Beide Achsen sind umgekehrt.</translation>
    </message>
    <message>
        <source>a flat face can reverse only the part of the velocity along its normal.</source>
        <translation>eine ebene Fläche kann nur den Teil der Geschwindigkeit entlang ihrer Normalen umkehren.</translation>
    </message>
    <message>
        <source>a flat face can reverse only the part of the velocity along its normal, here {}.</source>
        <translation>eine ebene Fläche kann nur den Teil der Geschwindigkeit entlang ihrer Normalen umkehren, hier {}.</translation>
    </message>
    <message>
        <source>{}. The change points {}° away from that normal.</source>
        <translation>{}. Die Änderung zeigt {}° von dieser Normalen weg.</translation>
    </message>
    <message>
        <source>the response belongs to another face than the one that was hit: the part of the velocity along the face was reversed, the part along the normal was not.</source>
        <translation>die Reaktion gehört zu einer anderen Fläche als der getroffenen: Der Teil der Geschwindigkeit entlang der Fläche wurde umgekehrt, der entlang der Normalen nicht.</translation>
    </message>
    <message>
        <source>nothing to fix</source>
        <translation>nichts zu beheben</translation>
    </message>
    <message>
        <source>fixes none of {}</source>
        <translation>behebt keinen von {}</translation>
    </message>
    <message>
        <source>fixes {} of {}</source>
        <translation>behebt {} von {}</translation>
    </message>
    <message>
        <source>{} changed</source>
        <translation>{} geändert</translation>
    </message>
    <message>
        <source>loses {}</source>
        <translation>verliert {}</translation>
    </message>
    <message>
        <source>gains {}</source>
        <translation>gewinnt {}</translation>
    </message>
    <message>
        <source>nothing new breaks</source>
        <translation>nichts Neues geht kaputt</translation>
    </message>
    <message>
        <source>the model does not reproduce this game</source>
        <translation>das Modell gibt dieses Spiel nicht wieder</translation>
    </message>
    <message>
        <source>what the game logs cannot be tried</source>
        <translation>was das Spiel loggt, lässt sich nicht ausprobieren</translation>
    </message>
    <message>
        <source>cause: {}</source>
        <translation>Ursache: {}</translation>
    </message>
    <message>
        <source>{} in</source>
        <translation>{} hinein</translation>
    </message>
    <message>
        <source>{} out</source>
        <translation>{} hinaus</translation>
    </message>
    <message>
        <source>both axes reversed</source>
        <translation>beide Achsen umgekehrt</translation>
    </message>
    <message>
        <source>reversed along the face</source>
        <translation>entlang der Fläche umgekehrt</translation>
    </message>
    <message>
        <source>grounded on nothing</source>
        <translation>am Boden auf nichts</translation>
    </message>
    <message>
        <source>standing, not grounded</source>
        <translation>steht, nicht am Boden</translation>
    </message>
    <message>
        <source>twice</source>
        <translation>zweimal</translation>
    </message>
    <message>
        <source>reported</source>
        <translation>gemeldet</translation>
    </message>
    <message>
        <source>event</source>
        <translation>Ereignis</translation>
    </message>
    <message>
        <source>cancelled</source>
        <translation>aufgehoben</translation>
    </message>
    <message>
        <source>filtered</source>
        <translation>gefiltert</translation>
    </message>
    <message>
        <source>unreported</source>
        <translation>nicht gemeldet</translation>
    </message>
    <message>
        <source>returned by a contact</source>
        <translation>von einem Kontakt zurückgegeben</translation>
    </message>
    <message>
        <source>step by step</source>
        <translation>Schritt für Schritt</translation>
    </message>
    <message>
        <source>wall hang</source>
        <translation>hängt an der Wand</translation>
    </message>
    <message>
        <source>internal edge</source>
        <translation>innere Kante</translation>
    </message>
    <message>
        <source>trip</source>
        <translation>Stolpern</translation>
    </message>
    <message>
        <source>ledge</source>
        <translation>Absatz</translation>
    </message>
    <message>
        <source>overhang</source>
        <translation>Überhang</translation>
    </message>
    <message>
        <source>The last of {} such casts.</source>
        <translation>Der letzte von {} solchen Würfen.</translation>
    </message>
    <message>
        <source>Passing through</source>
        <translation>Durchgang</translation>
    </message>
    <message>
        <source>Wrong response</source>
        <translation>Falsche Reaktion</translation>
    </message>
    <message>
        <source>Stuck, or grounded on nothing</source>
        <translation>Festgehalten oder auf nichts am Boden</translation>
    </message>
    <message>
        <source>Shape and picture</source>
        <translation>Form und Bild</translation>
    </message>
    <message>
        <source>Rays</source>
        <translation>Strahlen</translation>
    </message>
    <message>
        <source>Rounding, loops and events</source>
        <translation>Rundung, Schleifen und Ereignisse</translation>
    </message>
    <message>
        <source>Net throw</source>
        <translation>Netzwurf</translation>
    </message>
    <message>
        <source>Jump into a deck</source>
        <translation>Sprung in ein Deck</translation>
    </message>
    <message>
        <source>Walk through a crate</source>
        <translation>Gang durch eine Kiste</translation>
    </message>
    <message>
        <source>Dropped by a plank</source>
        <translation>Von der Planke gefallen</translation>
    </message>
    <message>
        <source>Feelers</source>
        <translation>Fühler</translation>
    </message>
    <message>
        <source>Hand cart</source>
        <translation>Handkarren</translation>
    </message>
    <message>
        <source>Buoy and drum</source>
        <translation>Boje und Fass</translation>
    </message>
    <message>
        <source>Mail slot</source>
        <translation>Briefschlitz</translation>
    </message>
    <message>
        <source>Drum in the wall</source>
        <translation>Fass in der Wand</translation>
    </message>
    <message>
        <source>Drum on a crate</source>
        <translation>Fass auf einer Kiste</translation>
    </message>
    <message>
        <source>Drum between moles</source>
        <translation>Fass zwischen Molen</translation>
    </message>
    <message>
        <source>Cart at a corner</source>
        <translation>Karren an der Ecke</translation>
    </message>
    <message>
        <source>Lantern</source>
        <translation>Laterne</translation>
    </message>
    <message>
        <source>Pier hang</source>
        <translation>Am Pier hängen</translation>
    </message>
    <message>
        <source>Plank seam</source>
        <translation>Plankenfuge</translation>
    </message>
    <message>
        <source>Cart in the shed</source>
        <translation>Karren im Schuppen</translation>
    </message>
    <message>
        <source>Up the quay wall</source>
        <translation>Die Kaimauer hinauf</translation>
    </message>
    <message>
        <source>Empty place</source>
        <translation>Leere Stelle</translation>
    </message>
    <message>
        <source>Edge of the pier</source>
        <translation>Rand des Piers</translation>
    </message>
    <message>
        <source>Gull in a box</source>
        <translation>Möwe im Kasten</translation>
    </message>
    <message>
        <source>Through the ears</source>
        <translation>Durch die Ohren</translation>
    </message>
    <message>
        <source>Gull&apos;s sight</source>
        <translation>Blick der Möwe</translation>
    </message>
    <message>
        <source>Lamp beams</source>
        <translation>Lampenstrahlen</translation>
    </message>
    <message>
        <source>Gull and crates</source>
        <translation>Möwe und Kisten</translation>
    </message>
    <message>
        <source>Mail sorter</source>
        <translation>Briefsortierer</translation>
    </message>
    <message>
        <source>Flush with the wall</source>
        <translation>Bündig mit der Wand</translation>
    </message>
    <message>
        <source>Narrow gap</source>
        <translation>Enge Lücke</translation>
    </message>
    <message>
        <source>Parcel not taken</source>
        <translation>Nicht genommenes Paket</translation>
    </message>
    <message>
        <source>Parcels fly through a mooring net that is thinner than one step of their flight.</source>
        <translation>Pakete fliegen durch ein Netz, das dünner ist als ein Schritt ihres Flugs.</translation>
    </message>
    <message>
        <source>The same throws, tested along the whole step.</source>
        <translation>Dieselben Würfe, auf dem ganzen Schritt geprüft.</translation>
    </message>
    <message>
        <source>A stoat jumps against a deck from below and is put on top of it.</source>
        <translation>Ein Hermelin springt von unten gegen ein Deck und wird daraufgesetzt.</translation>
    </message>
    <message>
        <source>Its head is stopped and it falls again.</source>
        <translation>Sein Kopf wird aufgehalten, und es fällt wieder.</translation>
    </message>
    <message>
        <source>One crate stops the stoat, the next does not: it is on another layer.</source>
        <translation>Eine Kiste hält das Hermelin auf, die nächste nicht: Sie liegt auf einer anderen Ebene.</translation>
    </message>
    <message>
        <source>Both crates stop it.</source>
        <translation>Beide Kisten halten es auf.</translation>
    </message>
    <message>
        <source>A one-way plank lets the stoat fall as soon as it touches another one.</source>
        <translation>Eine Einwegplanke lässt das Hermelin fallen, sobald es eine andere berührt.</translation>
    </message>
    <message>
        <source>Each plank holds what is above it.</source>
        <translation>Jede Planke hält, was über ihr ist.</translation>
    </message>
    <message>
        <source>A tall stoat tests for walls at two points, and a beam fits between them.</source>
        <translation>Ein großes Hermelin prüft an zwei Punkten auf Wände, und ein Balken passt dazwischen.</translation>
    </message>
    <message>
        <source>There are enough points for the thinnest beam.</source>
        <translation>Es gibt genug Punkte für den dünnsten Balken.</translation>
    </message>
    <message>
        <source>The cart is tested before it is moved and ends inside the bollard.</source>
        <translation>Der Karren wird vor der Bewegung geprüft und endet im Poller.</translation>
    </message>
    <message>
        <source>Tested after the move and pushed out.</source>
        <translation>Nach der Bewegung geprüft und hinausgeschoben.</translation>
    </message>
    <message>
        <source>A drum that hits a buoy gets two responses and leaves too fast.</source>
        <translation>Ein Fass, das eine Boje trifft, bekommt zwei Reaktionen und verlässt sie zu schnell.</translation>
    </message>
    <message>
        <source>One hit, one response.</source>
        <translation>Ein Treffer, eine Reaktion.</translation>
    </message>
    <message>
        <source>The postage is paid in every frame of the contact, and the stoat gets faster and faster.</source>
        <translation>Das Porto wird in jedem Frame des Kontakts bezahlt, und das Hermelin wird immer schneller.</translation>
    </message>
    <message>
        <source>Paid once per contact.</source>
        <translation>Einmal je Kontakt bezahlt.</translation>
    </message>
    <message>
        <source>A drum is reversed in every frame in which it overlaps the mole, and jitters inside it.</source>
        <translation>Ein Fass wird in jedem Frame umgekehrt, in dem es die Mole überlappt, und zittert darin.</translation>
    </message>
    <message>
        <source>Pushed out first, then reversed.</source>
        <translation>Erst hinausgeschoben, dann umgekehrt.</translation>
    </message>
    <message>
        <source>A drum that drops on top of a crate responds as if it had hit the side too.</source>
        <translation>Ein Fass, das auf eine Kiste fällt, reagiert, als hätte es auch die Seite getroffen.</translation>
    </message>
    <message>
        <source>The top was hit, and only that axis is reversed.</source>
        <translation>Die Oberseite wurde getroffen, und nur diese Achse wird umgekehrt.</translation>
    </message>
    <message>
        <source>Every wall returns the drum faster than it came.</source>
        <translation>Jede Wand gibt das Fass schneller zurück, als es kam.</translation>
    </message>
    <message>
        <source>It leaves as fast as it came.</source>
        <translation>Es geht so schnell, wie es kam.</translation>
    </message>
    <message>
        <source>A cart that should never rotate is turned by the corner that it hits.</source>
        <translation>Ein Karren, der sich nie drehen soll, wird von der getroffenen Ecke gedreht.</translation>
    </message>
    <message>
        <source>It stops upright.</source>
        <translation>Er hält aufrecht an.</translation>
    </message>
    <message>
        <source>The stoat lifts its lantern and is pushed around by it.</source>
        <translation>Das Hermelin hebt seine Laterne und wird von ihr herumgeschoben.</translation>
    </message>
    <message>
        <source>The stoat and its lantern ignore each other.</source>
        <translation>Das Hermelin und seine Laterne ignorieren einander.</translation>
    </message>
    <message>
        <source>A jumping stoat that presses against the side of the pier hangs there in mid-air.</source>
        <translation>Ein springendes Hermelin, das gegen die Seite des Piers drückt, hängt dort in der Luft.</translation>
    </message>
    <message>
        <source>The same jump without friction: it slides down.</source>
        <translation>Derselbe Sprung ohne Reibung: Es gleitet hinab.</translation>
    </message>
    <message>
        <source>Walking over level planks, the stoat stops dead at an internal edge.</source>
        <translation>Auf ebenen Planken bleibt das Hermelin an einer inneren Kante stehen.</translation>
    </message>
    <message>
        <source>The same walk goes on to the crate.</source>
        <translation>Derselbe Gang führt weiter bis zur Kiste.</translation>
    </message>
    <message>
        <source>Once the cart is inside, every move is refused.</source>
        <translation>Sobald der Karren darin ist, wird jede Bewegung verweigert.</translation>
    </message>
    <message>
        <source>It is pushed out and stays free.</source>
        <translation>Er wird hinausgeschoben und bleibt frei.</translation>
    </message>
    <message>
        <source>A rule for low steps lifts the stoat up a wall that is far too steep.</source>
        <translation>Eine Regel für niedrige Stufen hebt das Hermelin eine viel zu steile Wand hinauf.</translation>
    </message>
    <message>
        <source>The wall is too steep and stops it.</source>
        <translation>Die Wand ist zu steil und hält es auf.</translation>
    </message>
    <message>
        <source>The stoat is stopped where nothing is visible.</source>
        <translation>Das Hermelin wird aufgehalten, wo nichts zu sehen ist.</translation>
    </message>
    <message>
        <source>The collider that was left behind there is switched off.</source>
        <translation>Der dort vergessene Collider ist ausgeschaltet.</translation>
    </message>
    <message>
        <source>The stoat is still grounded after it has walked off the pier, and jumps in mid-air.</source>
        <translation>Das Hermelin ist noch am Boden, nachdem es vom Pier gelaufen ist, und springt in der Luft.</translation>
    </message>
    <message>
        <source>Beyond the edge it falls.</source>
        <translation>Hinter dem Rand fällt es.</translation>
    </message>
    <message>
        <source>A parcel hits the empty corner of the box around the gull.</source>
        <translation>Ein Paket trifft die leere Ecke des Kastens um die Möwe.</translation>
    </message>
    <message>
        <source>Tested by its picture, and the parcel misses.</source>
        <translation>Nach dem Bild geprüft, und das Paket fliegt vorbei.</translation>
    </message>
    <message>
        <source>The parcel flies through the stoat&apos;s head, which its collider does not cover.</source>
        <translation>Das Paket fliegt durch den Kopf des Hermelins, den sein Collider nicht abdeckt.</translation>
    </message>
    <message>
        <source>The collider covers the picture.</source>
        <translation>Der Collider deckt das Bild ab.</translation>
    </message>
    <message>
        <source>The gull&apos;s sight ray starts inside its own body and sees nothing else.</source>
        <translation>Der Sehstrahl der Möwe beginnt in ihrem eigenen Körper und sieht sonst nichts.</translation>
    </message>
    <message>
        <source>The ray skips the gull&apos;s own body.</source>
        <translation>Der Strahl lässt den Körper der Möwe aus.</translation>
    </message>
    <message>
        <source>A second beam, aimed at the point that the first one hit, ends just before it.</source>
        <translation>Ein zweiter Strahl, auf den Trefferpunkt des ersten gerichtet, endet knapp davor.</translation>
    </message>
    <message>
        <source>Aimed a little beyond that point.</source>
        <translation>Etwas über diesen Punkt hinaus gerichtet.</translation>
    </message>
    <message>
        <source>The sight ray reports the last crate in its way, not the first.</source>
        <translation>Der Sehstrahl meldet die letzte Kiste auf seinem Weg, nicht die erste.</translation>
    </message>
    <message>
        <source>It reports the nearest.</source>
        <translation>Er meldet die nächste.</translation>
    </message>
    <message>
        <source>The ray picks at the edge between two cells, where rounding decides.</source>
        <translation>Der Strahl greift an der Kante zwischen zwei Zellen, wo die Rundung entscheidet.</translation>
    </message>
    <message>
        <source>It aims at the middle of a cell.</source>
        <translation>Er zielt auf die Mitte einer Zelle.</translation>
    </message>
    <message>
        <source>The stoat leans on a wall, and the test says yes and no in turn.</source>
        <translation>Das Hermelin lehnt an einer Wand, und die Prüfung sagt abwechselnd ja und nein.</translation>
    </message>
    <message>
        <source>It says yes as long as it leans.</source>
        <translation>Sie sagt ja, solange es lehnt.</translation>
    </message>
    <message>
        <source>A loop pushes the parcel out of one crate into the other and never finishes.</source>
        <translation>Eine Schleife schiebt das Paket aus einer Kiste in die andere und wird nie fertig.</translation>
    </message>
    <message>
        <source>There is room between the crates.</source>
        <translation>Zwischen den Kisten ist Platz.</translation>
    </message>
    <message>
        <source>The parcel touches the stoat, and nothing happens.</source>
        <translation>Das Paket berührt das Hermelin, und nichts geschieht.</translation>
    </message>
    <message>
        <source>It is picked up one frame later.</source>
        <translation>Es wird einen Frame später aufgenommen.</translation>
    </message>
    <message>
        <source>the steepest ground that {} may walk is {}°</source>
        <translation>der steilste Boden, den {} begehen darf, hat {}°</translation>
    </message>
    <message>
        <source>the step height of the log is the game's</source>
        <translation>die Stufenhöhe des Logs ist die des Spiels</translation>
    </message>
    <message>
        <source>what is left of its velocity should take it along the face</source>
        <translation>was von seiner Geschwindigkeit bleibt, soll es an der Fläche entlangführen</translation>
    </message>
    <message>
        <source>let {} step up {}</source>
        <translation>{} darf Stufen von {} steigen</translation>
    </message>
    <message>
        <source>It stops at {}: {}.</source>
        <translation>Es hält an {}: {}.</translation>
    </message>
    <message>
        <source>Along that face {} of its velocity are left, and nothing is in the way there.</source>
        <translation>Entlang dieser Fläche bleiben {} seiner Geschwindigkeit, und dort ist nichts im Weg.</translation>
    </message>
    <message>
        <source>It may walk this slope. Each step along it rises by {}, and nothing is in the way.</source>
        <translation>Diese Schräge darf es begehen. Jeder Schritt steigt um {}, und nichts ist im Weg.</translation>
    </message>
    <message>
        <source>Lifted by {} the way is free; its step height is {}.</source>
        <translation>Um {} angehoben ist der Weg frei; seine Stufenhöhe ist {}.</translation>
    </message>
    <message>
        <source>the whole move is refused, not only the part of it that leads into the face.</source>
        <translation>die ganze Bewegung wird verweigert, nicht nur ihr Anteil in die Fläche hinein.</translation>
    </message>
    <message>
        <source>the slope counts as a wall: a step up of that height is not allowed, or not tried.</source>
        <translation>die Schräge gilt als Wand: eine Stufe dieser Höhe ist nicht erlaubt oder wird nicht versucht.</translation>
    </message>
    <message>
        <source>the step up is not tried, or is tried with too little room ahead.</source>
        <translation>die Stufe wird nicht versucht, oder mit zu wenig Platz dahinter.</translation>
    </message>
    <message>
        <source>The log names {}; the point of the hit lies on the face between the two cells.</source>
        <translation>Das Log nennt {}; der Treffpunkt liegt auf der Fläche zwischen den beiden Zellen.</translation>
    </message>
    <message>
        <source>'{}' fires where such bodies touch</source>
        <translation>'{}' wird ausgelöst, wo solche Körper sich berühren</translation>
    </message>
    <message>
        <source>'{}' fires, although {} is {} from {}.</source>
        <translation>'{}' wird ausgelöst, obwohl {} {} von {} entfernt ist.</translation>
    </message>
    <message>
        <source>It has fired {} without a touch. The speed changed by {}.</source>
        <translation>Es wurde {} ohne Berührung ausgelöst. Die Geschwindigkeit änderte sich um {}.</translation>
    </message>
    <message>
        <source>the effect is applied in every update, whether or not the two touch.</source>
        <translation>die Wirkung tritt in jedem Update ein, ob die beiden sich berühren oder nicht.</translation>
    </message>
    <message>
        <source>'{}' hits other bodies of the kind '{}'</source>
        <translation>'{}' trifft andere Körper der Art '{}'</translation>
    </message>
    <message>
        <source>add the layer '{}' to the layers of the ray</source>
        <translation>die Ebene '{}' zu den Ebenen des Strahls hinzufügen</translation>
    </message>
    <message>
        <source>{} passes through {}, which is on the layer '{}', and reports {}.</source>
        <translation>{} geht durch {} auf der Ebene '{}' hindurch und meldet {}.</translation>
    </message>
    <message>
        <source>its layers leave that one out, though it hits other bodies of the same kind.</source>
        <translation>seine Ebenen lassen dieses Ding aus, obwohl er andere derselben Art trifft.</translation>
    </message>
    <message>
        <source>the cell is not the one that the ray enters: it is looked up at another point.</source>
        <translation>die Zelle ist nicht die, in die der Strahl eintritt: sie wird an einem anderen Punkt nachgesehen.</translation>
    </message>
    <message>
        <source>the log would say that {} is grounded if the game believed it</source>
        <translation>das Log würde sagen, dass {} am Boden ist, wenn das Spiel es glaubte</translation>
    </message>
    <message>
        <source>compute the grounded state in every step, not once</source>
        <translation>den Bodenzustand in jedem Schritt berechnen, nicht einmal</translation>
    </message>
    <message>
        <source>never grounded</source>
        <translation>nie am Boden</translation>
    </message>
    <message>
        <source>the grounded state never changes in this recording: it is computed once, or not at all.</source>
        <translation>der Bodenzustand ändert sich in dieser Aufzeichnung nie: er wird einmal berechnet oder gar nicht.</translation>
    </message>
    <message>
        <source>{} other hits of '{}' and '{}' were followed by '{}'</source>
        <translation>auf {} andere Treffer von '{}' und '{}' folgte '{}'</translation>
    </message>
    <message>
        <source>{} other hits of these two layers were followed by '{}'.</source>
        <translation>Auf {} andere Treffer dieser beiden Ebenen folgte '{}'.</translation>
    </message>
    <message>
        <source>'{}' fires in these frames: what it does adds to the velocity each time.</source>
        <translation>'{}' wird in diesen Bildern ausgelöst: was es tut, erhöht jedes Mal die Geschwindigkeit.</translation>
    </message>
    <message>
        <source>of the smaller extent: no solver lets anything in deeper</source>
        <translation>der kleineren Ausdehnung: kein Löser lässt etwas tiefer hinein</translation>
    </message>
    <message>
        <source>of the smaller extent: deeper than this no load presses</source>
        <translation>der kleineren Ausdehnung: tiefer drückt keine Last</translation>
    </message>
    <message>
        <source>who stands that long and is never grounded has a stale state</source>
        <translation>wer so lange steht und nie am Boden ist, hat einen veralteten Zustand</translation>
    </message>
    <message>
        <source>never</source>
        <translation>nie</translation>
    </message>
    <message>
        <source>of its extent: a body that does not sink this close above ground is held there by its own game</source>
        <translation>seiner Ausdehnung: ein Körper, der so dicht über dem Boden nicht sinkt, wird vom Spiel dort gehalten</translation>
    </message>
    <message>
        <source>hover</source>
        <translation>schweben</translation>
    </message>
    <message>
        <source>an effect from afar may come once; not in every frame</source>
        <translation>eine Wirkung aus der Ferne darf einmal kommen, nicht in jedem Bild</translation>
    </message>
    <message>
        <source>apart</source>
        <translation>getrennt</translation>
    </message>
    <message>
        <source>of the reversal: against a moving surface one half may be slow, but a stop is no reversal</source>
        <translation>der Umkehr: gegen eine bewegte Fläche darf eine Hälfte langsam sein, aber ein Halt ist keine Umkehr</translation>
    </message>
    <message>
        <source>slow half</source>
        <translation>langsame Hälfte</translation>
    </message>
    <message>
        <source>of the gains: an event that fires in so many of them has to do with them</source>
        <translation>der Zuwächse: ein Ereignis, das bei so vielen ausgelöst wird, hat mit ihnen zu tun</translation>
    </message>
    <message>
        <source>coincides</source>
        <translation>fällt zusammen</translation>
    </message>
    <message>
        <source>a stop that takes longer is no hit</source>
        <translation>ein Halt, der länger dauert, ist kein Treffer</translation>
    </message>
    <message>
        <source>s</source>
        <translation>s</translation>
    </message>
    <message>
        <source>slowing</source>
        <translation>Bremsen</translation>
    </message>
    <message>
        <source>of the desired velocity: it was under way</source>
        <translation>der gewünschten Geschwindigkeit: es war unterwegs</translation>
    </message>
    <message>
        <source>of the desired velocity: slower, it stands</source>
        <translation>der gewünschten Geschwindigkeit: langsamer steht es</translation>
    </message>
    <message>
        <source>stands share</source>
        <translation>Anteil beim Stehen</translation>
    </message>
    <message>
        <source>of the desired velocity: whatever moves more gets on</source>
        <translation>der gewünschten Geschwindigkeit: was sich mehr bewegt, kommt voran</translation>
    </message>
    <message>
        <source>of the desired velocity: less leads into the face</source>
        <translation>der gewünschten Geschwindigkeit: weniger führt in die Fläche hinein</translation>
    </message>
    <message>
        <source>along share</source>
        <translation>Anteil entlang</translation>
    </message>
    <message>
        <source>a face that faces the way less than this lets it pass</source>
        <translation>eine Fläche, die dem Weg weniger entgegensteht, lässt ihn frei</translation>
    </message>
    <message>
        <source>cosine</source>
        <translation>Kosinus</translation>
    </message>
    <message>
        <source>faces</source>
        <translation>entgegen</translation>
    </message>
    <message>
        <source>this close to the slope limit stopping is correct</source>
        <translation>so nahe an der Steigungsgrenze ist Halten richtig</translation>
    </message>
    <message>
        <source>a logged normal this close is that of the face itself</source>
        <translation>eine geloggte Normale so nahe ist die der Fläche selbst</translation>
    </message>
    <message>
        <source>same face</source>
        <translation>gleiche Fläche</translation>
    </message>
    <message>
        <source>a logged contact that faces the way more than this stops it</source>
        <translation>ein geloggter Kontakt, der dem Weg mehr entgegensteht, hält ihn auf</translation>
    </message>
    <message>
        <source>against</source>
        <translation>dagegen</translation>
    </message>
    <message>
        <source>without an `expect`: an event that comes later belongs to something else</source>
        <translation>ohne `expect`: ein Ereignis, das später kommt, gehört zu etwas anderem</translation>
    </message>
    <message>
        <source>within</source>
        <translation>innerhalb</translation>
    </message>
    <message>
        <source>fewer of them show no rule</source>
        <translation>weniger davon zeigen keine Regel</translation>
    </message>
    <message>
        <source>hits</source>
        <translation>Treffer</translation>
    </message>
    <message>
        <source>others</source>
        <translation>andere</translation>
    </message>
    <message>
        <source>of all hits of the two layers: fewer show no rule</source>
        <translation>aller Treffer der beiden Ebenen: weniger zeigen keine Regel</translation>
    </message>
    <message>
        <source>others share</source>
        <translation>Anteil der anderen</translation>
    </message>
    <message>
        <source>a game may let a body rest this long between two such events</source>
        <translation>ein Spiel darf einen Körper zwischen zwei solchen Ereignissen so lange ruhen lassen</translation>
    </message>
    <message>
        <source>rest</source>
        <translation>Ruhe</translation>
    </message>
    <message>
        <source>a cell this close to the point of the hit is rounding</source>
        <translation>eine Zelle so nahe am Treffpunkt ist Rundung</translation>
    </message>
    <message>
        <source>cell</source>
        <translation>Zelle</translation>
    </message>
    <message>
        <source>what computing the point of a hit loses to rounding</source>
        <translation>was das Berechnen eines Treffpunkts durch Runden verliert</translation>
    </message>
    <message>
        <source>Blocked motion</source>
        <translation>Blockiert</translation>
    </message>
    <message>
        <source>A body stops where it could go on.</source>
        <translation>Ein Körper hält an, wo er weiterkönnte.</translation>
    </message>
    <message>
        <source>{mover} at {other}, {kind}</source>
        <translation>{mover} an {other}, {kind}</translation>
    </message>
    <message>
        <source>Along the shed</source>
        <translation>Am Schuppen entlang</translation>
    </message>
    <message>
        <source>Pushed slantwise at a shed, the cart stops dead and does not slide along it.</source>
        <translation>Schräg an einen Schuppen geschoben, bleibt der Karren stehen und gleitet nicht an ihm entlang.</translation>
    </message>
    <message>
        <source>a face that faces the way more than this is what the body rested on</source>
        <translation>auf einer Fläche, die dem Weg mehr entgegensteht, ruhte der Körper</translation>
    </message>
    <message>
        <source>rests on</source>
        <translation>ruht auf</translation>
    </message>
    <message>
        <source>a way so much longer than its speed and its size explain is a teleport that nobody marked</source>
        <translation>ein so viel längerer Weg, als Geschwindigkeit und Größe erklären, ist ein nicht markierter Teleport</translation>
    </message>
    <message>
        <source>jump</source>
        <translation>Sprung</translation>
    </message>
    <message>
        <source>it is moved toward the side on which it ends</source>
        <translation>es wird zu der Seite bewegt, auf der es endet</translation>
    </message>
    <message>
        <source>that way</source>
        <translation>in diese Richtung</translation>
    </message>
    <message>
        <source>a reversal by a contact keeps so much of the speed, or adds as little</source>
        <translation>eine Umkehr durch einen Kontakt erhält so viel der Geschwindigkeit oder fügt so wenig hinzu</translation>
    </message>
    <message>
        <source>alike</source>
        <translation>ähnlich</translation>
    </message>
    <message>
        <source>free</source>
        <translation>frei</translation>
    </message>
    <message>
        <source>wanted</source>
        <translation>gewünscht</translation>
    </message>
    <message>
        <source>moving up at {}</source>
        <translation>bewegt sich mit {} nach oben</translation>
    </message>
    <message>
        <source>moving down at {}</source>
        <translation>bewegt sich mit {} nach unten</translation>
    </message>
    <message>
        <source>moving right and up at {}</source>
        <translation>bewegt sich mit {} nach rechts oben</translation>
    </message>
    <message>
        <source>moving right and down at {}</source>
        <translation>bewegt sich mit {} nach rechts unten</translation>
    </message>
    <message>
        <source>moving left and up at {}</source>
        <translation>bewegt sich mit {} nach links oben</translation>
    </message>
    <message>
        <source>moving left and down at {}</source>
        <translation>bewegt sich mit {} nach links unten</translation>
    </message>
    <message>
        <source>wants to move right and up at {}</source>
        <translation>will mit {} nach rechts oben</translation>
    </message>
    <message>
        <source>wants to move right and down at {}</source>
        <translation>will mit {} nach rechts unten</translation>
    </message>
    <message>
        <source>wants to move left and up at {}</source>
        <translation>will mit {} nach links oben</translation>
    </message>
    <message>
        <source>wants to move left and down at {}</source>
        <translation>will mit {} nach links unten</translation>
    </message>
    <message>
        <source>within 60 degrees of a direction it leads that way</source>
        <translation>innerhalb von 60 Grad führt es in diese Richtung</translation>
    </message>
    <message>
        <source>toward</source>
        <translation>hin</translation>
    </message>
    <message>
        <source>beyond about 73 degrees of a direction it leads across</source>
        <translation>jenseits von etwa 73 Grad führt es quer</translation>
    </message>
    <message>
        <source>leans</source>
        <translation>geneigt</translation>
    </message>
    <message>
        <source>within 45 degrees of up, or of another normal, it is the same side</source>
        <translation>innerhalb von 45 Grad von oben oder von einer anderen Normale ist es dieselbe Seite</translation>
    </message>
    <message>
        <source>up</source>
        <translation>oben</translation>
    </message>
    <message>
        <source>within 26 degrees two normals are of one face</source>
        <translation>innerhalb von 26 Grad gehören zwei Normalen zu einer Fläche</translation>
    </message>
    <message>
        <source>less than a tenth of what there was is hardly anything</source>
        <translation>weniger als ein Zehntel dessen, was war, ist kaum etwas</translation>
    </message>
    <message>
        <source>hardly</source>
        <translation>kaum</translation>
    </message>
    <message>
        <source>a quarter of what there was is a part that shows</source>
        <translation>ein Viertel dessen, was war, ist ein sichtbarer Teil</translation>
    </message>
    <message>
        <source>partly</source>
        <translation>zum Teil</translation>
    </message>
    <message>
        <source>a solver sees what is this near, and pushes from there</source>
        <translation>ein Löser sieht, was so nahe ist, und schiebt von dort</translation>
    </message>
    <message>
        <source>of the depth: a smaller change is none</source>
        <translation>der Tiefe: eine kleinere Änderung ist keine</translation>
    </message>
    <message>
        <source>plateau</source>
        <translation>gleichbleibend</translation>
    </message>
    <message>
        <source>of the deepest: by then a solver has got it out so far</source>
        <translation>der größten Tiefe: bis dahin hat ein Löser es so weit herausgebracht</translation>
    </message>
    <message>
        <source>eased</source>
        <translation>gelöst</translation>
    </message>
    <message>
        <source>within 8 degrees two probes guard the same side</source>
        <translation>innerhalb von 8 Grad bewachen zwei Fühler dieselbe Seite</translation>
    </message>
    <message>
        <source>one side</source>
        <translation>eine Seite</translation>
    </message>
    <message>
        <source>a shallower overlap before the push is rounding</source>
        <translation>eine flachere Überlappung vor dem Schub ist Rundung</translation>
    </message>
    <message>
        <source>of the desired velocity: this close to it, it does what it wants</source>
        <translation>der gewünschten Geschwindigkeit: so nahe daran tut es, was es will</translation>
    </message>
    <message>
        <source>as desired</source>
        <translation>wie gewünscht</translation>
    </message>
    <message>
        <source>of the speed along the face: more spin turns a body there</source>
        <translation>der Geschwindigkeit entlang der Fläche: mehr Drall lenkt einen Körper dort ab</translation>
    </message>
    <message>
        <source>spin</source>
        <translation>Drall</translation>
    </message>
    <message>
        <source>of the speed that was gained: one step later it is still there</source>
        <translation>der gewonnenen Geschwindigkeit: einen Schritt später ist sie noch da</translation>
    </message>
    <message>
        <source>lasts</source>
        <translation>hält an</translation>
    </message>
    <message>
        <source>a surface that leans over more is no wall to climb</source>
        <translation>eine stärker überhängende Fläche ist keine Wand zum Klettern</translation>
    </message>
    <message>
        <source>a smaller rise in a step is rounding</source>
        <translation>ein kleinerer Anstieg in einem Schritt ist Rundung</translation>
    </message>
    <message>
        <source>least step</source>
        <translation>kleinster Schritt</translation>
    </message>
    <message>
        <source>within 2.6 degrees of level there is no slope</source>
        <translation>innerhalb von 2,6 Grad von waagerecht gibt es keine Schräge</translation>
    </message>
    <message>
        <source>level</source>
        <translation>waagerecht</translation>
    </message>
    <message>
        <source>of the area: another shape must save a hundredth</source>
        <translation>der Fläche: eine andere Form muss ein Hundertstel sparen</translation>
    </message>
    <message>
        <source>tighter</source>
        <translation>enger</translation>
    </message>
    <message>
        <source>of what can be seen, or of a step's fall: it ran, or was thrown</source>
        <translation>dessen, was sichtbar ist, oder des Falls in einem Schritt: es lief oder wurde geworfen</translation>
    </message>
    <message>
        <source>ran</source>
        <translation>lief</translation>
    </message>
    <message>
        <source>of its speed: a body that moves so far in the step goes on</source>
        <translation>seiner Geschwindigkeit: ein Körper, der im Schritt so weit kommt, geht weiter</translation>
    </message>
    <message>
        <source>goes on</source>
        <translation>geht weiter</translation>
    </message>
    <message>
        <source>an overlap that is too shallow to see must hold them for this long</source>
        <translation>eine Überlappung, die zu flach ist, um sie zu sehen, muss sie so lange halten</translation>
    </message>
    <message>
        <source>shallow</source>
        <translation>flach</translation>
    </message>
    <message>
        <source>so often between two kinds it is how their colliders are meant</source>
        <translation>so oft zwischen zwei Arten sind ihre Collider so gemeint</translation>
    </message>
    <message>
        <source>lenient</source>
        <translation>nachsichtig</translation>
    </message>
    <message>
        <source>the same is so {} times between bodies of these kinds: perhaps it is meant</source>
        <translation>dasselbe gilt {} Mal zwischen Körpern dieser Arten: vielleicht ist es so gemeint</translation>
    </message>
    <message>
        <source>a face that faces the way less than this is passed</source>
        <translation>an einer Fläche, die dem Weg weniger entgegensteht, kommt man vorbei</translation>
    </message>
    <message>
        <source>grazes</source>
        <translation>streift</translation>
    </message>
    <message>
        <source>farther than this, two things are clear of each other</source>
        <translation>weiter entfernt sind zwei Dinge frei voneinander</translation>
    </message>
    <message>
        <source>clear</source>
        <translation>frei</translation>
    </message>
    <message>
        <source>at least so far ahead the way must be free</source>
        <translation>mindestens so weit voraus muss der Weg frei sein</translation>
    </message>
    <message>
        <source>ahead</source>
        <translation>voraus</translation>
    </message>
    <message>
        <source>of the desired velocity: what is this near stops it</source>
        <translation>der gewünschten Geschwindigkeit: was so nahe ist, hält es auf</translation>
    </message>
    <message>
        <source>invisible</source>
        <translation>unsichtbar</translation>
    </message>
    <message>
        <source>their pictures overlap by {0}; more than {1} is reported</source>
        <translation>Die Bilder überlappen um {0}; gemeldet wird mehr als {1}</translation>
    </message>
    <message>
        <source>the face leaves it no way on: it presses against it squarely, or more is in the way</source>
        <translation>Die Fläche lässt keinen Weg weiter: Er drückt gerade dagegen, oder mehr ist im Weg</translation>
    </message>
    <message>
        <source>the log has a contact that pushes against the way on</source>
        <translation>Im Protokoll steht ein Kontakt, der gegen den Weg weiter drückt</translation>
    </message>
    <message>
        <source>it is inside the other one: that is what holds it</source>
        <translation>Er steckt im anderen: Das hält ihn</translation>
    </message>
    <message>
        <source>it stands for {0}; {1} are needed</source>
        <translation>Er steht {0}; nötig sind {1}</translation>
    </message>
    <message>
        <source>it turns by {0}; more than {1} is reported</source>
        <translation>Er dreht sich um {0}; gemeldet wird mehr als {1}</translation>
    </message>
    <message>
        <source>the hit passes its centre by {0}: it gives no turn; more than {1} is reported</source>
        <translation>Der Treffer geht {0} an der Mitte vorbei: Das gibt keine Drehung; gemeldet wird mehr als {1}</translation>
    </message>
    <message>
        <source>it rotated before: it is meant to</source>
        <translation>Er drehte sich schon vorher: Das ist so gedacht</translation>
    </message>
    <message>
        <source>code lets it look where it goes, or faces it another way</source>
        <translation>Der Code lässt ihn dorthin sehen, wohin er geht, oder dreht ihn um</translation>
    </message>
    <message>
        <source>it is at most {0} inside; more than {1} is reported</source>
        <translation>Er ist höchstens {0} im anderen; gemeldet wird mehr als {1}</translation>
    </message>
    <message>
        <source>it begins in the last frame: a solver may respond in the next</source>
        <translation>Es beginnt im letzten Frame: Ein Löser kann im nächsten antworten</translation>
    </message>
    <message>
        <source>code moves it inside what is fixed from the first frame to the last: it is built that way</source>
        <translation>Der Code bewegt ihn vom ersten bis zum letzten Frame in etwas Festem: Er ist so gebaut</translation>
    </message>
    <message>
        <source>{0} deep under load: in every frame a contact holds against it</source>
        <translation>{0} tief unter Last: In jedem Frame hält ein Kontakt dagegen</translation>
    </message>
    <message>
        <source>{0} deep: a solver has seen the contact and pushes the two apart</source>
        <translation>{0} tief: Ein Löser hat den Kontakt gesehen und drückt die beiden auseinander</translation>
    </message>
    <message>
        <source>{0} deep: it is turned within a frame and gets less deep from then on</source>
        <translation>{0} tief: Er wird innerhalb eines Frames umgekehrt und ist von da an weniger tief</translation>
    </message>
    <message>
        <source>it came back at {0} by itself: a second approach</source>
        <translation>Er kam mit {0} von selbst zurück: eine zweite Annäherung</translation>
    </message>
    <message>
        <source>something else touches one of the two in the same step</source>
        <translation>Etwas anderes berührt einen der beiden im selben Schritt</translation>
    </message>
    <message>
        <source>contacts are logged, and no second one begins</source>
        <translation>Kontakte werden protokolliert, und kein zweiter beginnt</translation>
    </message>
    <message>
        <source>a solver may take two steps for one response</source>
        <translation>Ein Löser darf für eine Antwort zwei Schritte brauchen</translation>
    </message>
    <message>
        <source>it was turned one frame later</source>
        <translation>Er wurde einen Frame später umgekehrt</translation>
    </message>
    <message>
        <source>it keeps its height a hair above the ground</source>
        <translation>Er hält seine Höhe ein Haar über dem Boden</translation>
    </message>
    <message>
        <source>it lasts {0}; {1} are needed</source>
        <translation>Es dauert {0}; nötig sind {1}</translation>
    </message>
    <message>
        <source>no body of its kind is ever grounded, and it does not walk on its feet</source>
        <translation>Kein Körper seiner Art steht je auf dem Boden, und er geht nicht auf Füßen</translation>
    </message>
    <message>
        <source>what the game tells of the flush pair changes {0} times; {1} are needed</source>
        <translation>Was das Spiel von dem bündigen Paar sagt, ändert sich {0}-mal; nötig sind {1}</translation>
    </message>
    <message>
        <source>it changes rarely in {0}: that is the game, not rounding</source>
        <translation>Es ändert sich selten in {0}: Das ist das Spiel, nicht die Rundung</translation>
    </message>
    <message>
        <source>a solver laid it down: {0} changes are its flicker; {1} are needed</source>
        <translation>Ein Löser hat ihn abgelegt: {0} Änderungen sind sein Flackern; nötig sind {1}</translation>
    </message>
    <message>
        <source>their pictures are {0} apart; more than {1} is reported</source>
        <translation>Die Bilder sind {0} auseinander; gemeldet wird mehr als {1}</translation>
    </message>
    <message>
        <source>something visible is {0} from it on that side; none within {1} would be reported</source>
        <translation>Etwas Sichtbares ist auf dieser Seite {0} entfernt; gemeldet wird, wenn keines näher ist als {1}</translation>
    </message>
    <message>
        <source>a collider, or a contact that is logged, is in its way</source>
        <translation>Ein Collider oder ein protokollierter Kontakt ist im Weg</translation>
    </message>
    <message>
        <source>it touches something that moves and may take it back</source>
        <translation>Er berührt etwas, das sich bewegt und ihn mitnehmen kann</translation>
    </message>
    <message>
        <source>it slowed down by itself before it stood</source>
        <translation>Er wurde von selbst langsamer, bevor er stand</translation>
    </message>
    <message>
        <source>from outside, a contact that reverses keeps the speed; here it changes</source>
        <translation>Von außen behält ein Kontakt, der umkehrt, die Geschwindigkeit bei; hier ändert sie sich</translation>
    </message>
    <message>
        <source>it goes {0} back and forth; more than {1} is reported</source>
        <translation>Er geht {0} hin und her; gemeldet wird mehr als {1}</translation>
    </message>
    <message>
        <source>the event came after {0}</source>
        <translation>Das Ereignis kam nach {0}</translation>
    </message>
    <message>
        <source>only {0} of such hits are followed by the event</source>
        <translation>Nur auf {0} solcher Treffer folgt das Ereignis</translation>
    </message>
    <message>
        <source>the event came to one of the two shortly before: it may have to wait</source>
        <translation>Das Ereignis betraf einen der beiden kurz vorher: Es muss vielleicht warten</translation>
    </message>
    <message>
        <source>it was not wholly above</source>
        <translation>Er war nicht ganz darüber</translation>
    </message>
    <message>
        <source>its middle is not over it: it walks off the edge</source>
        <translation>Seine Mitte ist nicht darüber: Er geht über die Kante</translation>
    </message>
    <message>
        <source>it was put back on top, or teleported</source>
        <translation>Er wurde wieder nach oben gesetzt oder teleportiert</translation>
    </message>
    <message>
        <source>it wanted to go down, now or shortly before</source>
        <translation>Er wollte nach unten, jetzt oder kurz vorher</translation>
    </message>
    <message>
        <source>it sinks in by {0} at most; more than {1} is reported</source>
        <translation>Er sinkt höchstens {0} ein; gemeldet wird mehr als {1}</translation>
    </message>
    <message>
        <source>it stood there and drops, and nothing tells what it wanted: it may have asked to</source>
        <translation>Er stand dort und fällt, und nichts sagt, was er wollte: Er kann darum gebeten haben</translation>
    </message>
    <message>
        <source>it is {0} deep and does not come out below</source>
        <translation>Er ist {0} tief und kommt unten nicht heraus</translation>
    </message>
    <message>
        <source>its own velocity took it round the corner</source>
        <translation>Seine eigene Geschwindigkeit führte ihn um die Ecke</translation>
    </message>
    <message>
        <source>it was moved by {0}, not toward the side where it ends</source>
        <translation>Er wurde um {0} versetzt, nicht zu der Seite, auf der er endet</translation>
    </message>
    <message>
        <source>the way that it took, {0}, is about as short as the way back, {1}</source>
        <translation>Der genommene Weg, {0}, ist etwa so kurz wie der Weg zurück, {1}</translation>
    </message>
    <message>
        <source>its probes are {0} apart, no more than the {1} of the smallest thing near it</source>
        <translation>Seine Fühler sind {0} auseinander, nicht mehr als die {1} des kleinsten Dings in der Nähe</translation>
    </message>
    <message>
        <source>what it hits, or should hit, was only put there in this frame</source>
        <translation>Was er trifft oder treffen sollte, wurde erst in diesem Frame dorthin gesetzt</translation>
    </message>
    <message>
        <source>not the plain result, but right where a start inside, its own colliders or one-ways do not count, in the frame before, or a hair aside</source>
        <translation>Nicht die einfache Antwort, aber richtig, wo ein Beginn im Inneren, eigene Collider oder Einwegflächen nicht zählen, im Frame davor oder ein Haar daneben</translation>
    </message>
    <message>
        <source>no cast of it hits before and after: it may be meant to end there</source>
        <translation>Kein Wurf davor und danach trifft: Er soll vielleicht dort enden</translation>
    </message>
    <message>
        <source>a new contact of the two begins: the event fires rightly again</source>
        <translation>Ein neuer Kontakt der beiden beginnt: Das Ereignis feuert zu Recht wieder</translation>
    </message>
    <message>
        <source>it fires in {0} on end without a touch; {1} are needed</source>
        <translation>Es feuert {0} hintereinander ohne Berührung; nötig sind {1}</translation>
    </message>
    <message>
        <source>this event fires for such bodies without any touch: it is no effect of one</source>
        <translation>Dieses Ereignis feuert für solche Körper ohne jede Berührung: Es ist nicht deren Wirkung</translation>
    </message>
    <message>
        <source>both are limbs that a solver moves</source>
        <translation>Beide sind Glieder, die ein Löser bewegt</translation>
    </message>
    <message>
        <source>it is moved away by {0} in a frame; more than {1} is reported</source>
        <translation>Er wird in einem Frame um {0} weggeschoben; gemeldet wird mehr als {1}</translation>
    </message>
    <message>
        <source>it falls that way</source>
        <translation>Er fällt dorthin</translation>
    </message>
    <message>
        <source>it wants to move that way</source>
        <translation>Er will sich dorthin bewegen</translation>
    </message>
    <message>
        <source>something else that it touches moves that way</source>
        <translation>Etwas anderes, das er berührt, bewegt sich dorthin</translation>
    </message>
    <message>
        <source>other colliders of the same two bodies meet</source>
        <translation>Andere Collider derselben beiden Körper treffen sich</translation>
    </message>
    <message>
        <source>bodies of these kinds meet nowhere in the recording</source>
        <translation>Körper dieser Arten treffen sich nirgends in der Aufzeichnung</translation>
    </message>
    <message>
        <source>the game tells of one of these kinds, but never with the other</source>
        <translation>Das Spiel meldet eine dieser Arten, aber nie mit der anderen</translation>
    </message>
    <message>
        <source>it begins in the last frame: it may be reported in the next</source>
        <translation>Es beginnt im letzten Frame: Es kann im nächsten gemeldet werden</translation>
    </message>
    <message>
        <source>a contact or an event of the two bodies is logged</source>
        <translation>Ein Kontakt oder ein Ereignis der beiden Körper ist protokolliert</translation>
    </message>
    <message>
        <source>code steers it also where it touches nothing</source>
        <translation>Der Code steuert ihn auch dort, wo er nichts berührt</translation>
    </message>
    <message>
        <source>it went away from the other before this step</source>
        <translation>Er entfernte sich schon vor diesem Schritt vom anderen</translation>
    </message>
    <message>
        <source>{0} in all directions: the speed was turned, not gained; more than {1} is reported</source>
        <translation>{0} in allen Richtungen: Das Tempo wurde gedreht, nicht gewonnen; gemeldet wird mehr als {1}</translation>
    </message>
    <message>
        <source>what it wants, a jump, or another that moves explains the speed</source>
        <translation>Was er will, ein Sprung oder ein anderer, der sich bewegt, erklärt das Tempo</translation>
    </message>
    <message>
        <source>contacts are logged, and none of the two is: something else pushed</source>
        <translation>Kontakte werden protokolliert, aber keiner der beiden: Etwas anderes hat geschoben</translation>
    </message>
    <message>
        <source>a frame later they part at {0} only</source>
        <translation>Einen Frame später trennen sie sich nur noch mit {0}</translation>
    </message>
    <message>
        <source>it gains {0} while it comes to touch something, or touches what moves or reports</source>
        <translation>Er gewinnt {0}, während er etwas zu berühren beginnt oder berührt, was sich bewegt oder meldet</translation>
    </message>
    <message>
        <source>it gains speed in {0}; {1} are needed</source>
        <translation>Er gewinnt in {0} an Tempo; nötig sind {1}</translation>
    </message>
    <message>
        <source>it gains evenly: a force that somebody applies</source>
        <translation>Er gewinnt gleichmäßig: eine Kraft, die jemand ausübt</translation>
    </message>
    <message>
        <source>it ends at {0}; {1} are needed</source>
        <translation>Er endet bei {0}; nötig sind {1}</translation>
    </message>
    <message>
        <source>it is held up, but stands on nothing walkable</source>
        <translation>Er wird aufgehalten, steht aber auf nichts Begehbarem</translation>
    </message>
    <message>
        <source>lifted by {0} it would still run into something: an obstacle, no edge</source>
        <translation>Um {0} angehoben liefe er immer noch gegen etwas: ein Hindernis, keine Kante</translation>
    </message>
    <message>
        <source>the ground on the two sides of the edge is not level: a real step or slope</source>
        <translation>Der Boden beiderseits der Kante ist nicht eben: eine echte Stufe oder Schräge</translation>
    </message>
    <message>
        <source>contacts are logged, and none pushes against its way</source>
        <translation>Kontakte werden protokolliert, und keiner drückt gegen seinen Weg</translation>
    </message>
    <message>
        <source>it was not seen to fall: perhaps it flies</source>
        <translation>Man sah ihn nie fallen: Vielleicht fliegt er</translation>
    </message>
    <message>
        <source>moved aside, it could not fall either: something is below</source>
        <translation>Zur Seite gerückt könnte er auch nicht fallen: Etwas ist darunter</translation>
    </message>
    <message>
        <source>only a solver moves it: it rests where its forces are in balance</source>
        <translation>Nur ein Löser bewegt ihn: Er ruht, wo seine Kräfte im Gleichgewicht sind</translation>
    </message>
    <message>
        <source>{0} of its width is supported; less than {1} is reported</source>
        <translation>{0} seiner Breite liegt auf; gemeldet wird weniger als {1}</translation>
    </message>
    <message>
        <source>it is held by others that move: a pile</source>
        <translation>Andere, die sich bewegen, halten ihn: ein Haufen</translation>
    </message>
    <message>
        <source>it is {0} deep, no more than {1}, and nobody wants out</source>
        <translation>Er ist {0} tief, nicht mehr als {1}, und niemand will heraus</translation>
    </message>
    <message>
        <source>it gets out, a little every frame</source>
        <translation>Er kommt in jedem Frame ein wenig heraus</translation>
    </message>
    <message>
        <source>one of them wants to move, or moves, in {0} of it; {1} are needed</source>
        <translation>Einer von ihnen will sich dabei {0} bewegen oder bewegt sich; nötig sind {1}</translation>
    </message>
    <message>
        <source>it went {0} meanwhile: a way through, no trap</source>
        <translation>Er kam inzwischen {0} weit: ein Weg hindurch, keine Falle</translation>
    </message>
    <message>
        <source>it passes through, but their layers, owners or roles let the two pass</source>
        <translation>Er geht hindurch, aber Ebenen, Besitzer oder Rollen lassen die beiden durch</translation>
    </message>
    <message>
        <source>it begins or ends the step {0} inside: an overlap, no crossing</source>
        <translation>Er ist zu Beginn oder am Ende des Schritts {0} im anderen: eine Überlappung, keine Durchquerung</translation>
    </message>
    <message>
        <source>its way inside is {0} long, no more than the slop of {1}</source>
        <translation>Sein Weg im Inneren ist {0} lang, nicht mehr als die Toleranz von {1}</translation>
    </message>
    <message>
        <source>the one-way lets it through: it goes along the free direction, or asks to drop</source>
        <translation>Die Einwegfläche lässt ihn durch: Er geht in die freie Richtung oder will hinunter</translation>
    </message>
    <message>
        <source>it only clips a corner: nowhere on its way it is deep enough inside</source>
        <translation>Er streift nur eine Ecke: Nirgends auf dem Weg ist er tief genug im Inneren</translation>
    </message>
    <message>
        <source>it can have gone round the corner: one axis first, then the other</source>
        <translation>Er kann um die Ecke gegangen sein: erst die eine Achse, dann die andere</translation>
    </message>
    <message>
        <source>its velocity does not explain a way of {0}: it was put there</source>
        <translation>Seine Geschwindigkeit erklärt einen Weg von {0} nicht: Er wurde dorthin gesetzt</translation>
    </message>
    <message>
        <source>its loop ran {0} times; {1} are needed</source>
        <translation>Seine Schleife lief {0}-mal; nötig sind {1}</translation>
    </message>
    <message>
        <source>its loop ran {0} times and ended by itself; the most that was seen is {1}, and not often</source>
        <translation>Seine Schleife lief {0}-mal und endete von selbst; am meisten waren es {1}, und das nicht oft</translation>
    </message>
    <message>
        <source>it wants to go up</source>
        <translation>Er will nach oben</translation>
    </message>
    <message>
        <source>it rises no more than one that flies would</source>
        <translation>Er steigt nicht mehr als einer, der fliegt</translation>
    </message>
    <message>
        <source>something walkable, or something that rises, supports it</source>
        <translation>Etwas Begehbares oder etwas, das steigt, trägt ihn</translation>
    </message>
    <message>
        <source>it rises by {0}; up to {1} is a step that it may take</source>
        <translation>Er steigt um {0}; bis {1} ist es eine Stufe, die er nehmen darf</translation>
    </message>
    <message>
        <source>its places are whole pixels: it may as well fly</source>
        <translation>Seine Orte sind ganze Pixel: Er kann ebenso gut fliegen</translation>
    </message>
    <message>
        <source>it is met so near a corner that the slop decides which face it is</source>
        <translation>Er trifft so nah an einer Ecke, dass die Toleranz entscheidet, welche Fläche es ist</translation>
    </message>
    <message>
        <source>what it wants, or something else that it touches, turns it so</source>
        <translation>Was er will oder etwas anderes, das er berührt, lenkt ihn so</translation>
    </message>
    <message>
        <source>its spin can turn it along the face</source>
        <translation>Sein Drall kann ihn entlang der Fläche lenken</translation>
    </message>
    <message>
        <source>a walker: it may turn round as it lands</source>
        <translation>Ein Läufer: Er darf beim Landen umkehren</translation>
    </message>
    <message>
        <source>code moves the other one: a paddle may steer what hits it</source>
        <translation>Code bewegt den anderen: Ein Schläger darf lenken, was ihn trifft</translation>
    </message>
    <message>
        <source>it is what comes of this: {}, {}</source>
        <translation>Es ist die Folge davon: {}, {}</translation>
    </message>
    <message>
        <source>the ray '{}'</source>
        <translation>der Strahl „{}“</translation>
    </message>
    <message>
        <source>frames are left out: the event may be in one of them</source>
        <translation>Frames sind ausgelassen: Das Ereignis kann in einem davon stehen</translation>
    </message>
    <message>
        <source>frames are left out: a contact may be in the one before it</source>
        <translation>Frames sind ausgelassen: Ein Kontakt kann in dem davor stehen</translation>
    </message>
    <message>
        <source>its velocity is not logged, and it did not move evenly: how it came is not known</source>
        <translation>Seine Geschwindigkeit ist nicht protokolliert, und er bewegte sich nicht gleichmäßig: Wie er kam, weiß man nicht</translation>
    </message>
    <message>
        <source>it lands at {0}: friction can take as much from its speed along the ground</source>
        <translation>Er landet mit {0}: So viel kann die Reibung vom Tempo entlang des Bodens nehmen</translation>
    </message>
    <message>
        <source>a contact of the two is logged, a frame before or after, that pushes against it</source>
        <translation>Ein Kontakt der beiden, der dagegen drückt, ist protokolliert, höchstens einen Frame vorher oder nachher</translation>
    </message>
    <message>
        <source>only the other one, which code moves, changed its own motion</source>
        <translation>Nur der andere, den Code bewegt, hat seine eigene Bewegung geändert</translation>
    </message>
    <message>
        <source>code steers one of them back and forth also where it touches nothing</source>
        <translation>Der Code steuert einen der beiden auch dort hin und her, wo er nichts berührt</translation>
    </message>
    <message>
        <source>the two were touching for {0} already; a hit comes from apart, or within {1}</source>
        <translation>Die beiden berührten sich schon {0} lang; ein Treffer kommt von außen oder innerhalb von {1}</translation>
    </message>
    <message>
        <source>it changes as the body goes, or wants to go, another way; else {0} times, and {1} are needed</source>
        <translation>Es ändert sich, wenn der Körper anders geht oder gehen will; sonst {0}-mal, nötig sind {1}</translation>
    </message>
    <message>
        <source>its places are rounded: a fall that begins does not show yet</source>
        <translation>Seine Orte sind gerundet: Ein beginnender Fall zeigt sich noch nicht</translation>
    </message>
    <message>
        <source>what has touched for longer is pressed together: no hit begins</source>
        <translation>Was länger berührt, ist aneinandergedrückt: Kein Treffer beginnt</translation>
    </message>
    <message>
        <source>less far back and forth, of the smaller one, cannot be seen</source>
        <translation>Ein kleineres Hin und Her, gemessen am kleineren Körper, sieht man nicht</translation>
    </message>
    <message>
        <source>a solver's bodies rattle farther</source>
        <translation>Die Körper eines Solvers rütteln weiter</translation>
    </message>
    <message>
        <source>pressed</source>
        <translation>aneinandergedrückt</translation>
    </message>
    <message>
        <source>width</source>
        <translation>Breite</translation>
    </message>
    <message>
        <source>it had come to rest there, and goes away: nothing came that would be responded to</source>
        <translation>Er war dort zur Ruhe gekommen und geht weg: Es kam nichts, worauf zu antworten wäre</translation>
    </message>
    <message>
        <source>an event about it fires: the game did something to it</source>
        <translation>Ein Ereignis über ihn feuert: Das Spiel hat etwas mit ihm getan</translation>
    </message>
    <message>
        <source>other casts of this ray, from inside the caster too, report what is beyond it</source>
        <translation>Andere Würfe dieses Strahls, auch von innen, melden, was jenseits liegt</translation>
    </message>
    <message>
        <source>it goes along its own heading, as a car does</source>
        <translation>Er fährt entlang seiner eigenen Richtung wie ein Auto</translation>
    </message>
    <message>
        <source>'{}' is not meant to throw it back</source>
        <translation>'{}' soll ihn nicht zurückwerfen</translation>
    </message>
    <message>
        <source>'{}' hits no '{}' at all: it may leave them out, and `layers` are not logged</source>
        <translation>'{}' trifft nie '{}': Vielleicht lässt er sie aus, und `layers` sind nicht protokolliert</translation>
    </message>
    <message>
        <source>it leaves at {0}, no faster than it came: only against what code moves it is faster</source>
        <translation>Er geht mit {0}, nicht schneller, als er kam: Nur gegenüber dem, was Code bewegt, ist er schneller</translation>
    </message>
    <message>
        <source>it may jump in the frame in which it lands</source>
        <translation>Er darf in dem Frame springen, in dem er landet</translation>
    </message>
    <message>
        <source>contacts are logged, and there was none when it turned first</source>
        <translation>Kontakte sind protokolliert, und bei seiner ersten Umkehr gab es keinen</translation>
    </message>
    <message>
        <source>it can have gone across first, and then have met the face that turned it</source>
        <translation>Er kann zuerst quer gegangen sein und dann die Fläche getroffen haben, die ihn umkehrte</translation>
    </message>
    <message>
        <source>of the ray: what an extension reaches beyond what it must</source>
        <translation>des Strahls: was eine Verlängerung weiter reicht, als sie muss</translation>
    </message>
    <message>
        <source>what gravity adds in a step: by so much speeds may differ</source>
        <translation>was die Schwerkraft in einem Schritt zufügt: So viel dürfen Geschwindigkeiten abweichen</translation>
    </message>
    <message>
        <source>at least so far ahead the way must be free, however slow it goes</source>
        <translation>mindestens so weit voraus muss der Weg frei sein, wie langsam er auch geht</translation>
    </message>
    <message>
        <source>and so much farther where it is launched upward: what rises there is a slope</source>
        <translation>und so viel weiter, wo er hochgeschleudert wird: Was dort ansteigt, ist ein Hang</translation>
    </message>
    <message>
        <source>launch ahead</source>
        <translation>voraus beim Hochschleudern</translation>
    </message>
    <message>
        <source>margin</source>
        <translation>Spielraum</translation>
    </message>
    <message>
        <source>falls</source>
        <translation>fällt</translation>
    </message>
    <message>
        <source>it goes where it wants to, {0} in this step</source>
        <translation>Er geht, wohin er will, {0} in diesem Schritt</translation>
    </message>
    <message>
        <source>reach</source>
        <translation>Reichweite</translation>
    </message>
    <message>
        <source>shed</source>
        <translation>abgebaut</translation>
    </message>
    <message>
        <source>deepest</source>
        <translation>tiefste</translation>
    </message>
    <message>
        <source>parted</source>
        <translation>getrennt</translation>
    </message>
    <message>
        <source>friction</source>
        <translation>Reibung</translation>
    </message>
    <message>
        <source>rattles</source>
        <translation>klappert</translation>
    </message>
    <message>
        <source>rattle speed</source>
        <translation>Klappertempo</translation>
    </message>
    <message>
        <source>rattle width</source>
        <translation>Klapperweite</translation>
    </message>
    <message>
        <source>flickers</source>
        <translation>flackert</translation>
    </message>
    <message>
        <source>time that a solver has to push bodies apart; proportionally more above 60 steps per second</source>
        <translation>Zeit, die ein Solver hat, um Körper auseinanderzuschieben; über 60 Schritten je Sekunde entsprechend mehr</translation>
    </message>
    <message>
        <source>of the closing speed: in a crowd a solver leaves less of it, and others drive the pair on</source>
        <translation>der Annäherungsgeschwindigkeit: Im Gedränge lässt ein Solver weniger davon, und andere treiben das Paar weiter</translation>
    </message>
    <message>
        <source>of the change into a face: so much along it friction may take where the log says nothing of it</source>
        <translation>der Änderung in eine Fläche hinein: So viel längs davon darf Reibung nehmen, wo das Protokoll nichts dazu sagt</translation>
    </message>
    <message>
        <source>the closing speed that matters: slower, they rattle</source>
        <translation>der Annäherungsgeschwindigkeit, die zählt: Langsamer klappern sie</translation>
    </message>
    <message>
        <source>a contact that it lays down ends and begins again now and then</source>
        <translation>Ein Kontakt, den er hinlegt, endet und beginnt hin und wieder</translation>
    </message>
    <message>
        <source>something else that one of them touches in the same step turned it</source>
        <translation>Etwas anderes, das einer der beiden im selben Schritt berührt, hat ihn umgekehrt</translation>
    </message>
    <message>
        <source>velocities are not logged: a mean over each step shows one response in two of them</source>
        <translation>Geschwindigkeiten sind nicht protokolliert: Ein Mittel über jeden Schritt zeigt eine Antwort in zweien davon</translation>
    </message>
    <message>
        <source>its velocity changed along the face, not away from it: no response to this touch</source>
        <translation>Seine Geschwindigkeit änderte sich längs der Fläche, nicht von ihr weg: keine Antwort auf diese Berührung</translation>
    </message>
    <message>
        <source>it sinks, or leaves, as fast as a fall begins</source>
        <translation>Er sinkt oder entfernt sich so schnell, wie ein Fall beginnt</translation>
    </message>
    <message>
        <source>its places are rounded: in {0} nobody sees it fall or rise; {1} are needed</source>
        <translation>Seine Orte sind gerundet: In {0} sieht niemand ihn fallen oder steigen; nötig sind {1}</translation>
    </message>
    <message>
        <source>only the other one changed its own motion</source>
        <translation>Nur der andere änderte seine eigene Bewegung</translation>
    </message>
    <message>
        <source>nobody says what it wants, and it turns now and then where it touches nothing, too</source>
        <translation>Niemand sagt, was er will, und er dreht hin und wieder auch, wo er nichts berührt</translation>
    </message>
    <message>
        <source>code moves it, and it was not seen to fall: a lift</source>
        <translation>Code bewegt ihn, und man sah ihn nicht fallen: ein Aufzug</translation>
    </message>
    <message>
        <source>it was moved by {0}, farther than a push out leads: code put it there</source>
        <translation>Er wurde um {0} bewegt, weiter als ein Hinausschieben führt: Code hat ihn dorthin gesetzt</translation>
    </message>
    <message>
        <source>one of the two is removed, or put elsewhere, where they meet: that is the response</source>
        <translation>Einer der beiden wird entfernt oder anderswohin gesetzt, wo sie sich treffen: Das ist die Antwort</translation>
    </message>
    <message>
        <source>room</source>
        <translation>Raum</translation>
    </message>
    <message>
        <source>room by size</source>
        <translation>Raum nach Größe</translation>
    </message>
    <message>
        <source>beside what holds it, it could fall at least so far</source>
        <translation>Neben dem, was ihn hält, könnte er mindestens so weit fallen</translation>
    </message>
    <message>
        <source>of its size: and at least so far</source>
        <translation>seiner Größe: und mindestens so weit</translation>
    </message>
    <message>
        <source>of its way a body went up to the other, in the step before the log breaks off</source>
        <translation>so viel seines Wegs ging ein Körper auf den anderen zu, im Schritt bevor das Log abbricht</translation>
    </message>
    <message>
        <source>the game hung in the step that it did not log; it may have crashed or been stopped there</source>
        <translation>das Spiel hing in dem Schritt, den es nicht mehr schrieb; es kann dort auch abgestürzt oder beendet worden sein</translation>
    </message>
    <message>
        <source>end the loop after so many iterations, or when one no longer reduces the overlap</source>
        <translation>die Schleife nach so vielen Durchläufen beenden, oder wenn einer die Überlappung nicht mehr verringert</translation>
    </message>
    <message>
        <source>The log breaks off in the step after this frame: it has no end line.</source>
        <translation>Das Log bricht im Schritt nach diesem Bild ab: Ihm fehlt die Endzeile.</translation>
    </message>
    <message>
        <source>a loop that moves {} until it is free makes no progress where the gap is {}, and never ends.</source>
        <translation>eine Schleife, die {} schiebt, bis es frei ist, kommt bei einem Abstand von {} nicht voran und endet nie.</translation>
    </message>
    <message>
        <source>closes</source>
        <translation>nähert sich</translation>
    </message>
    <message>
        <source>{} is {} {}.</source>
        <translation>{0} ist {1} {2}.</translation>
    </message>
    <message>
        <source>cannot tell for {}</source>
        <translation>bei {} nicht zu sagen</translation>
    </message>
    <message>
        <source>reverse-all</source>
        <translation>alles umkehren</translation>
    </message>
    <message>
        <source>back</source>
        <translation>zurück</translation>
    </message>
    <message>
        <source>nearest</source>
        <translation>nächste Fläche</translation>
    </message>
    <message>
        <source>a model whose track is this near the recorded one does as the game did</source>
        <translation>ein Modell, dessen Weg dem aufgezeichneten so nahe kommt, tut, was das Spiel tat</translation>
    </message>
    <message>
        <source>of the body's smaller side: for large bodies that is near enough</source>
        <translation>der kleineren Ausdehnung des Körpers: so nahe genügt bei großen Körpern</translation>
    </message>
    <message>
        <source>track slops</source>
        <translation>Abstand der Wege in Toleranzen</translation>
    </message>
    <message>
        <source>track share</source>
        <translation>Abstand der Wege als Anteil</translation>
    </message>
    <message>
        <source>for a moment, by another that pushed one of them, after the two were tested</source>
        <translation>für einen Augenblick, durch einen anderen, der einen der beiden hineinschob, nachdem sie geprüft waren</translation>
    </message>
    <message>
        <source>the log does not say that bodies of these kinds ignore each other</source>
        <translation>das Log sagt nicht, dass Körper dieser Arten einander ignorieren</translation>
    </message>
    <message>
        <source>log that '{}' and '{}' ignore each other, if they do</source>
        <translation>loggen, dass „{}“ und „{}“ einander ignorieren, wenn es so ist</translation>
    </message>
    <message>
        <source>By then {} pairs of such bodies were inside each other, at most {} deep. Nothing ever came of it.</source>
        <translation>Bis dahin waren {} Paare solcher Körper ineinander, höchstens {} tief. Nie geschah etwas daraufhin.</translation>
    </message>
    <message>
        <source>the game does not test these kinds against each other, or a filter hides them: mostly that is meant.</source>
        <translation>das Spiel prüft diese Arten nicht gegeneinander, oder ein Filter verbirgt sie: meist ist das so gewollt.</translation>
    </message>
    <message>
        <source>nothing ever comes of it where bodies of the kinds '{}' and '{}' meet</source>
        <translation>wo Körper der Arten „{}“ und „{}“ sich treffen, geschieht nie etwas daraufhin</translation>
    </message>
    <message>
        <source>such a body goes where the other goes, also away from it: code attaches it there</source>
        <translation>so ein Körper geht mit, wohin der andere geht, auch von ihm weg: Code heftet ihn an</translation>
    </message>
    <message>
        <source>{0} deep: in every frame others of its kind push it in, which code puts apart one by one</source>
        <translation>{0} tief: in jedem Frame schieben andere seiner Art es hinein, die Code einzeln auseinandersetzt</translation>
    </message>
    <message>
        <source>so long what turns slowly may stand, among rounded places</source>
        <translation>so lange darf bei gerundeten Orten stehen, was langsam wendet</translation>
    </message>
    <message>
        <source>untested</source>
        <translation>ungeprüft</translation>
    </message>
    <message>
        <source>rounded</source>
        <translation>gerundet</translation>
    </message>
    <message>
        <source>restitution</source>
        <translation>Restitution</translation>
    </message>
    <message>
        <source>velocity[axis] = −velocity[axis]{}, the axis of the face</source>
        <translation>Geschwindigkeit[Achse] = −Geschwindigkeit[Achse]{}, die Achse der Fläche</translation>
    </message>
    <message>
        <source>velocity = −velocity{}</source>
        <translation>Geschwindigkeit = −Geschwindigkeit{}</translation>
    </message>
    <message>
        <source>velocity −= (1 + {}) · its part along the normal</source>
        <translation>Geschwindigkeit −= (1 + {}) · ihr Teil längs der Normalen</translation>
    </message>
    <message>
        <source>velocity −= its part along the normal</source>
        <translation>Geschwindigkeit −= ihr Teil längs der Normalen</translation>
    </message>
    <message>
        <source>velocity = 0</source>
        <translation>Geschwindigkeit = 0</translation>
    </message>
    <message>
        <source>velocity −= (1 + {}) · its part into the face</source>
        <translation>Geschwindigkeit −= (1 + {}) · ihr Teil in die Fläche hinein</translation>
    </message>
    <message>
        <source>velocity −= its part into the face</source>
        <translation>Geschwindigkeit −= ihr Teil in die Fläche hinein</translation>
    </message>
    <message>
        <source>along the face, velocity loses by friction {}</source>
        <translation>längs der Fläche nimmt die Reibung {} Geschwindigkeit weg</translation>
    </message>
    <message>
        <source>position = position before the step</source>
        <translation>Ort = Ort vor dem Schritt</translation>
    </message>
    <message>
        <source>position −= overlap, over the face it came through</source>
        <translation>Ort −= Überlappung, über die Fläche, durch die er kam</translation>
    </message>
    <message>
        <source>position −= overlap, over the nearest face</source>
        <translation>Ort −= Überlappung, über die nächste Fläche</translation>
    </message>
    <message>
        <source>position += the way out upward</source>
        <translation>Ort += der Weg nach oben hinaus</translation>
    </message>
    <message>
        <source>but first: step up, if that takes at most {}</source>
        <translation>aber erst: hinaufsteigen, wenn es höchstens {} braucht</translation>
    </message>
    <message>
        <source>each step:</source>
        <translation>in jedem Schritt:</translation>
    </message>
    <message>
        <source>position += velocity · dt</source>
        <translation>Ort += Geschwindigkeit · dt</translation>
    </message>
    <message>
        <source>{} is closer than {} to {}</source>
        <translation>{} ist näher als {} an {}</translation>
    </message>
    <message>
        <source>{} overlaps {}</source>
        <translation>{} überlappt {}</translation>
    </message>
    <message>
        <source>if {} and moves toward it:</source>
        <translation>wenn {} und sich darauf zu bewegt:</translation>
    </message>
    <message>
        <source>if {}:</source>
        <translation>wenn {}:</translation>
    </message>
    <message>
        <source>{} times:</source>
        <translation>{} Mal:</translation>
    </message>
    <message>
        <source>position += velocity · dt / {}</source>
        <translation>Ort += Geschwindigkeit · dt / {}</translation>
    </message>
    <message>
        <source>move along velocity · dt, to {} before the first touch with {}</source>
        <translation>längs Geschwindigkeit · dt bewegen, bis {} vor der ersten Berührung mit {}</translation>
    </message>
    <message>
        <source>move along velocity · dt, up to the first touch with {}</source>
        <translation>längs Geschwindigkeit · dt bewegen, bis zur ersten Berührung mit {}</translation>
    </message>
    <message>
        <source>if it touches and moves toward it:</source>
        <translation>wenn er berührt und sich darauf zu bewegt:</translation>
    </message>
    <message>
        <source>if it touches:</source>
        <translation>wenn er berührt:</translation>
    </message>
    <message>
        <source>go on with the rest of the step</source>
        <translation>mit dem Rest des Schrittes weiter</translation>
    </message>
    <message>
        <source>{} later, once more, if it moves toward it: the same push{}</source>
        <translation>{} später, noch einmal, wenn er sich darauf zu bewegt: derselbe Stoß{}</translation>
    </message>
    <message>
        <source>{} later, once more: the same push{}</source>
        <translation>{} später, noch einmal: derselbe Stoß{}</translation>
    </message>
    <message>
        <source>anything</source>
        <translation>irgendetwas</translation>
    </message>
    <message>
        <source>So the game moves {}, as far as the recording shows:</source>
        <translation>So bewegt das Spiel {}, soweit die Aufnahme es zeigt:</translation>
    </message>
    <message>
        <source>No loop that is known moves {} as the game does. The best one is {} off:</source>
        <translation>Keine bekannte Schleife bewegt {} wie das Spiel. Die beste liegt {} daneben:</translation>
    </message>
    <message>
        <source>works at {}</source>
        <translation>geht bei {}</translation>
    </message>
    <message>
        <source>works all the way, from {} to {}</source>
        <translation>geht überall, von {} bis {}</translation>
    </message>
    <message>
        <source>works from {} on, tried up to {}</source>
        <translation>geht ab {}, versucht bis {}</translation>
    </message>
    <message>
        <source>works up to {}, tried from {}</source>
        <translation>geht bis {}, versucht ab {}</translation>
    </message>
    <message>
        <source>works from {} to {}, middle {}</source>
        <translation>geht von {} bis {}, Mitte {}</translation>
    </message>
    <message>
        <source>cannot tell which values work</source>
        <translation>nicht zu sagen, welche Werte gehen</translation>
    </message>
    <message>
        <source>no value works</source>
        <translation>kein Wert geht</translation>
    </message>
    <message>
        <source>so many of two kinds inside each other are no accident: the game may not test them</source>
        <translation>so viele Paare zweier Arten ineinander sind kein Zufall: das Spiel prüft sie vielleicht nicht</translation>
    </message>
    <message>
        <source>of these pairs: if more ever get a response, the game does test them</source>
        <translation>von diesen Paaren: bekommen mehr je eine Reaktion, prüft das Spiel sie</translation>
    </message>
    <message>
        <source>of the smaller extent that moves: a test that exists does not let them in so deep</source>
        <translation>der kleineren Ausdehnung, die sich bewegt: so tief lässt sie keine Prüfung hinein</translation>
    </message>
    <message>
        <source>of the way of what it touches: it goes with that as if it were attached</source>
        <translation>des Weges dessen, was es berührt: es geht mit, als wäre es angeheftet</translation>
    </message>
    <message>
        <source>untested pairs</source>
        <translation>ungeprüfte Paare</translation>
    </message>
    <message>
        <source>untested responses</source>
        <translation>Reaktionen Ungeprüfter</translation>
    </message>
    <message>
        <source>untested depth</source>
        <translation>Tiefe Ungeprüfter</translation>
    </message>
    <message>
        <source>goes with</source>
        <translation>geht mit</translation>
    </message>
    <message>
        <source>pairs</source>
        <translation>Paare</translation>
    </message>
    <message>
        <source>grow by</source>
        <translation>vergrößern um</translation>
    </message>
    <message>
        <source>size</source>
        <translation>Größe</translation>
    </message>
    <message>
        <source>move by</source>
        <translation>verschieben um</translation>
    </message>
    <message>
        <source>round the corners by</source>
        <translation>Ecken abrunden um</translation>
    </message>
    <message>
        <source>another shape</source>
        <translation>andere Form</translation>
    </message>
    <message>
        <source>role</source>
        <translation>Rolle</translation>
    </message>
    <message>
        <source>when it tests</source>
        <translation>wann geprüft wird</translation>
    </message>
    <message>
        <source>which way it is pushed out</source>
        <translation>wohin hinausgeschoben wird</translation>
    </message>
    <message>
        <source>how it responds</source>
        <translation>wie reagiert wird</translation>
    </message>
    <message>
        <source>margin to surfaces</source>
        <translation>Abstand zu Flächen</translation>
    </message>
    <message>
        <source>step height</source>
        <translation>Stufenhöhe</translation>
    </message>
    <message>
        <source>grow by a share</source>
        <translation>anteilig vergrößern</translation>
    </message>
    <message>
        <source>sub-steps</source>
        <translation>Teilschritte</translation>
    </message>
    <message>
        <source>axes</source>
        <translation>Achsen</translation>
    </message>
    <message>
        <source>what of it is tested</source>
        <translation>was davon geprüft wird</translation>
    </message>
    <message>
        <source>tested shape smaller by</source>
        <translation>geprüfte Form kleiner um</translation>
    </message>
    <message>
        <source>push it out of overlaps</source>
        <translation>aus Überlappungen schieben</translation>
    </message>
    <message>
        <source>respond once per touch</source>
        <translation>einmal je Berührung reagieren</translation>
    </message>
    <message>
        <source>tolerance at the sides</source>
        <translation>Toleranz an den Seiten</translation>
    </message>
    <message>
        <source>what stops it at a one-way</source>
        <translation>was es an einer Einweg-Fläche hält</translation>
    </message>
    <message>
        <source>largest speed</source>
        <translation>größtes Tempo</translation>
    </message>
    <message>
        <source>a touch does not turn it</source>
        <translation>eine Berührung dreht es nicht</translation>
    </message>
    <message>
        <source>together</source>
        <translation>zusammen</translation>
    </message>
    <message>
        <source>x-then-y</source>
        <translation>x, dann y</translation>
    </message>
    <message>
        <source>y-then-x</source>
        <translation>y, dann x</translation>
    </message>
    <message>
        <source>shape</source>
        <translation>Form</translation>
    </message>
    <message>
        <source>center</source>
        <translation>Mitte</translation>
    </message>
    <message>
        <source>feet</source>
        <translation>Füße</translation>
    </message>
    <message>
        <source>usual</source>
        <translation>üblich</translation>
    </message>
    <message>
        <source>falling</source>
        <translation>im Fallen</translation>
    </message>
    <message>
        <source>feet-above</source>
        <translation>Füße darüber</translation>
    </message>
    <message>
        <source>the center of {}</source>
        <translation>die Mitte von {}</translation>
    </message>
    <message>
        <source>the middle of the lower edge of {}</source>
        <translation>die Mitte der Unterkante von {}</translation>
    </message>
    <message>
        <source>{}, {} smaller on all sides,</source>
        <translation>{}, {} kleiner auf allen Seiten,</translation>
    </message>
    <message>
        <source>{} by more than {} at its sides</source>
        <translation>{} um mehr als {} an den Seiten</translation>
    </message>
    <message>
        <source>{}, and did not in the step before</source>
        <translation>{} und im Schritt davor nicht</translation>
    </message>
    <message>
        <source>velocity = desired velocity</source>
        <translation>Geschwindigkeit = gewünschte Geschwindigkeit</translation>
    </message>
    <message>
        <source>speed = at most {}</source>
        <translation>Tempo = höchstens {}</translation>
    </message>
    <message>
        <source>on the x axis alone, then on the y axis alone:</source>
        <translation>auf der x-Achse allein, dann auf der y-Achse allein:</translation>
    </message>
    <message>
        <source>on the y axis alone, then on the x axis alone:</source>
        <translation>auf der y-Achse allein, dann auf der x-Achse allein:</translation>
    </message>
    <message>
        <source>what touches is {}</source>
        <translation>was berührt, ist {}</translation>
    </message>
    <message>
        <source>the touch does not change its rotation</source>
        <translation>die Berührung ändert seine Drehung nicht</translation>
    </message>
    <message>
        <source>at a one-way only if it moves against it</source>
        <translation>an einer Einweg-Fläche nur, wenn es sich gegen sie bewegt</translation>
    </message>
    <message>
        <source>at a one-way only if it was above it before the step</source>
        <translation>an einer Einweg-Fläche nur, wenn es vor dem Schritt darüber war</translation>
    </message>
    <message>
        <source>the game was not seen to respond</source>
        <translation>wie das Spiel reagiert, war nicht zu sehen</translation>
    </message>
    <message>
        <source>several loops fit, and they do not agree</source>
        <translation>mehrere Schleifen passen und sind uneins</translation>
    </message>
    <message>
        <source>it would have come another way before</source>
        <translation>es wäre schon vorher anders gekommen</translation>
    </message>
    <message>
        <source>the rays in the log are not what the shapes say</source>
        <translation>die Strahlen im Log sind nicht, was die Formen ergeben</translation>
    </message>
    <message>
        <source>drops {} of {}</source>
        <translation>lässt {} von {} weg</translation>
    </message>
    <message>
        <source>changes the grounded state of {} in {}</source>
        <translation>ändert den Bodenkontakt von {} in {}</translation>
    </message>
    <message>
        <source>changes {} of {}</source>
        <translation>ändert {} von {}</translation>
    </message>
    <message>
        <source>compute it in 64 bit</source>
        <translation>in 64 Bit rechnen</translation>
    </message>
    <message>
        <source>aim it at the middle of a cell, not along an edge</source>
        <translation>auf die Mitte einer Zelle zielen, nicht an einer Kante entlang</translation>
    </message>
    <message>
        <source>aim it at the middle of what it is to hit, not along an edge</source>
        <translation>auf die Mitte des Ziels richten, nicht an einer Kante entlang</translation>
    </message>
    <message>
        <source>the same where code moves the body: it rounds less than a solver</source>
        <translation>ebenso, wo Code den Körper bewegt: er rundet weniger als ein Löser</translation>
    </message>
    <message>
        <source>the same where code moves the body: another loop than its own is soon far off</source>
        <translation>ebenso, wo Code den Körper bewegt: eine andere Schleife ist bald weit daneben</translation>
    </message>
    <message>
        <source>track slops by code</source>
        <translation>Spur, Slops, bei Code</translation>
    </message>
    <message>
        <source>track share by code</source>
        <translation>Spur, Anteil, bei Code</translation>
    </message>
    <message>
        <source>no name</source>
        <translation>ohne Namen</translation>
    </message>
    <message>
        <source>fixed</source>
        <translation>behoben</translation>
    </message>
    <message>
        <source>still there</source>
        <translation>noch da</translation>
    </message>
    <message>
        <source>cannot tell</source>
        <translation>nicht zu sagen</translation>
    </message>
    <message>
        <source>new: {}</source>
        <translation>neu: {}</translation>
    </message>
    <message>
        <source>there is no finding that the fix concerns</source>
        <translation>kein Befund betrifft diese Korrektur</translation>
    </message>
    <message>
        <source>no start was tried</source>
        <translation>kein Anfang wurde versucht</translation>
    </message>
    <message>
        <source>cannot tell: {}</source>
        <translation>nicht zu sagen: {}</translation>
    </message>
    <message>
        <source>fails {} of {} without it, {} of {} with it: at most {} (95 %)</source>
        <translation>scheitert ohne sie {} von {} Mal, mit ihr {} von {}: höchstens {} (95 %)</translation>
    </message>
    <message>
        <source>starts that fail are farther along their way</source>
        <translation>Anfänge, die scheitern, sind weiter auf ihrem Weg</translation>
    </message>
    <message>
        <source>starts that fail are less far along their way</source>
        <translation>Anfänge, die scheitern, sind weniger weit auf ihrem Weg</translation>
    </message>
    <message>
        <source>starts that fail lie more to the left of their way</source>
        <translation>Anfänge, die scheitern, liegen weiter links von ihrem Weg</translation>
    </message>
    <message>
        <source>starts that fail lie more to the right of their way</source>
        <translation>Anfänge, die scheitern, liegen weiter rechts von ihrem Weg</translation>
    </message>
    <message>
        <source>starts that fail are faster</source>
        <translation>Anfänge, die scheitern, sind schneller</translation>
    </message>
    <message>
        <source>starts that fail are slower</source>
        <translation>Anfänge, die scheitern, sind langsamer</translation>
    </message>
    <message>
        <source>starts that fail are turned more to the left</source>
        <translation>Anfänge, die scheitern, sind weiter nach links gedreht</translation>
    </message>
    <message>
        <source>starts that fail are turned more to the right</source>
        <translation>Anfänge, die scheitern, sind weiter nach rechts gedreht</translation>
    </message>
    <message>
        <source>the convex hull of its picture for {}</source>
        <translation>die konvexe Hülle des Bildes für {}</translation>
    </message>
    <message>
        <source>the pixels of its picture for {}</source>
        <translation>die Pixel des Bildes für {}</translation>
    </message>
    <message>
        <source>pixels</source>
        <translation>Pixel</translation>
    </message>
    <message>
        <source>It goes on as fast as before and is {} {}, {} away. Nothing pushed it.</source>
        <translation>Er bewegt sich so schnell weiter wie zuvor und ist {} {}, {} entfernt. Nichts hat ihn geschoben.</translation>
    </message>
    <message>
        <source>nothing responds to the overlap, or the two are not tested in that frame.</source>
        <translation>nichts reagiert auf die Überlappung, oder die beiden werden in diesem Frame nicht geprüft.</translation>
    </message>
    <message>
        <source>not stopped</source>
        <translation>nicht aufgehalten</translation>
    </message>
    <message>
        <source>moment</source>
        <translation>Moment</translation>
    </message>
    <message>
        <source>{} moves, {} tests, {} corners a frame</source>
        <translation>{} Züge, {} Tests, {} Ecken je Frame</translation>
    </message>
    <message>
        <source> (all of kind &apos;{}&apos;)</source>
        <translation> (alle der Art „{}“)</translation>
    </message>
    <message>
        <source>, cell {}, {}, {}</source>
        <translation>, Zelle {}, {}, {}</translation>
    </message>
    <message>
        <source>along {}</source>
        <translation>entlang {}</translation>
    </message>
    <message>
        <source>along {}, {}</source>
        <translation>entlang {}, {}</translation>
    </message>
    <message>
        <source>on the {} side of</source>
        <translation>auf der {}-Seite von</translation>
    </message>
    <message>
        <source>moving {} at {}</source>
        <translation>bewegt sich mit {1} {0}</translation>
    </message>
    <message>
        <source>wants to move {} at {}</source>
        <translation>will mit {1} {0}</translation>
    </message>
    <message>
        <source>down</source>
        <translation>nach unten</translation>
    </message>
    <message>
        <source>Its edge catches on an inner edge of {}. The run is flat: lifted by {} the way ahead is free.</source>
        <translation>Seine Kante bleibt an einer inneren Kante von {} hängen. Die Bahn ist flach: Um {} angehoben ist der Weg frei.</translation>
    </message>
    <message>
        <source>+x side</source>
        <translation>auf der Seite +x</translation>
    </message>
    <message>
        <source>-x side</source>
        <translation>auf der Seite −x</translation>
    </message>
    <message>
        <source>+y side</source>
        <translation>auf der Seite +y</translation>
    </message>
    <message>
        <source>-y side</source>
        <translation>auf der Seite −y</translation>
    </message>
    <message>
        <source>+z side</source>
        <translation>auf der Seite +z</translation>
    </message>
    <message>
        <source>-z side</source>
        <translation>auf der Seite −z</translation>
    </message>
    <message>
        <source>So it goes on: {} in all.</source>
        <translation>So geht es weiter: {} insgesamt.</translation>
    </message>
    <message>
        <source>touching</source>
        <translation>direkt an</translation>
    </message>
    <message>
        <source>every contact reverses the velocity along the surface, and the part that goes into it stays as it is: next frame they meet again.</source>
        <translation>Jede Berührung kehrt die Geschwindigkeit entlang der Fläche um, und der Teil in die Fläche hinein bleibt, wie er ist: Im nächsten Frame treffen sie wieder aufeinander.</translation>
    </message>
    <message>
        <source>{} cannot play it again: {}</source>
        <translation>{} kann es nicht noch einmal spielen: {}</translation>
    </message>
    <message>
        <source>{} does not do the same again</source>
        <translation>{} macht nicht noch einmal dasselbe</translation>
    </message>
    <message>
        <source>{} is scaled</source>
        <translation>{} ist skaliert</translation>
    </message>
    <message>
        <source>a collider of {} has no shape</source>
        <translation>ein Collider von {} hat keine Form</translation>
    </message>
    <message>
        <source>what {} lets through is the game&apos;s own code</source>
        <translation>was {} durchlässt, bestimmt der Code des Spiels</translation>
    </message>
    <message>
        <source>a joint of {} is of a kind that is not logged</source>
        <translation>ein Gelenk von {} ist von einer Art, die nicht protokolliert wird</translation>
    </message>
    <message>
        <source>{} has a shape that the engine has not</source>
        <translation>{} hat eine Form, die die Engine nicht hat</translation>
    </message>
    <message>
        <source>{} has more corners than the engine&apos;s shapes</source>
        <translation>{} hat mehr Ecken als die Formen der Engine</translation>
    </message>
    <message>
        <source>points of {} are too near to each other for the engine</source>
        <translation>Punkte von {} liegen für die Engine zu nah beieinander</translation>
    </message>
    <message>
        <source>{} has a hollow or hardly any area, and the engine&apos;s shapes have not</source>
        <translation>{} ist eingebuchtet oder hat kaum Fläche, was die Engine nicht kennt</translation>
    </message>
    <message>
        <source>what the log says of &apos;{}&apos; cannot be</source>
        <translation>was das Protokoll zu „{}“ sagt, kann nicht sein</translation>
    </message>
    <message>
        <source>the log does not say &apos;{}&apos;</source>
        <translation>das Protokoll nennt „{}“ nicht</translation>
    </message>
    <message>
        <source>a body is farther off, or faster, than an engine bears</source>
        <translation>ein Körper ist weiter weg oder schneller, als eine Engine verträgt</translation>
    </message>
    <message>
        <source>{} responds to touches itself: &apos;{}&apos; is nothing that it has</source>
        <translation>{} antwortet selbst auf Berührungen: „{}“ gibt es dort nicht</translation>
    </message>
    <message>
        <source>it has no swept test</source>
        <translation>sie prüft nicht entlang des Wegs</translation>
    </message>
    <message>
        <source>the fault does not show in its frames alone</source>
        <translation>in seinen Frames allein zeigt sich der Fehler nicht</translation>
    </message>
    <message>
        <source>{} plays it again: without the fix exactly as recorded, for {}</source>
        <translation>{} spielt es noch einmal: ohne Änderung genau wie aufgenommen, {} lang</translation>
    </message>
    <message>
        <source>{} plays it again: without the fix within {} of what was recorded, for {}</source>
        <translation>{} spielt es noch einmal: ohne Änderung höchstens {} neben der Aufnahme, {} lang</translation>
    </message>
    <message>
        <source>{} plays it again: without the fix {} off what was recorded within {}; {} would be near enough</source>
        <translation>{} spielt es noch einmal: ohne Änderung bis zu {} neben der Aufnahme, innerhalb von {}; {} wäre nah genug</translation>
    </message>
    <message>
        <source>a step is longer than an engine bears</source>
        <translation>ein Schritt ist länger, als eine Engine verträgt</translation>
    </message>
    <message>
        <source>in the frames of the finding code may respond to touches itself</source>
        <translation>in den Frames des Befunds kann der Code selbst auf Berührungen reagieren</translation>
    </message>
    <message>
        <source>the finding is about one body alone</source>
        <translation>der Befund handelt von nur einem Körper</translation>
    </message>
    <message>
        <source>an engine plays this recording again, and only as it was</source>
        <translation>eine Engine spielt diese Aufnahme nach, und nur so, wie sie war</translation>
    </message>
    <message>
        <source>it goes where its desired velocity says, which would be another from another side</source>
        <translation>er geht, wohin seine gewünschte Geschwindigkeit weist, und die wäre von einer anderen Seite eine andere</translation>
    </message>
    <message>
        <source>it is not seen how the two come to touch</source>
        <translation>es ist nicht zu sehen, wie die beiden sich berühren</translation>
    </message>
    <message>
        <source>from the right</source>
        <translation>von rechts</translation>
    </message>
    <message>
        <source>from the left</source>
        <translation>von links</translation>
    </message>
    <message>
        <source>from above</source>
        <translation>von oben</translation>
    </message>
    <message>
        <source>from below</source>
        <translation>von unten</translation>
    </message>
    <message>
        <source>from the front</source>
        <translation>von vorn</translation>
    </message>
    <message>
        <source>from behind</source>
        <translation>von hinten</translation>
    </message>
    <message>
        <source>{}, mirrored</source>
        <translation>{}, gespiegelt</translation>
    </message>
    <message>
        <source>cannot tell from any side</source>
        <translation>von keiner Seite zu sagen</translation>
    </message>
    <message>
        <source>fails from {} of {} sides without it, from {} with it</source>
        <translation>scheitert ohne sie von {} von {} Seiten, mit ihr von {}</translation>
    </message>
    <message>
        <source>{}: {} without it, {} with it</source>
        <translation>{}: ohne sie {}, mit ihr {}</translation>
    </message>
    <message>
        <source>{}: something else is there</source>
        <translation>{}: dort ist etwas anderes</translation>
    </message>
    <message>
        <source>{}: it does not come to {} from there</source>
        <translation>{}: von dort kommt er nicht zu {}</translation>
    </message>
    <message>
        <source>{}: cannot tell</source>
        <translation>{}: nicht zu sagen</translation>
    </message>
    <message>
        <source>it is within what it met, which has no sides for it</source>
        <translation>er ist in dem, was er traf, und das hat für ihn keine Seiten</translation>
    </message>
    <message>
        <source>it stood, and stands on top now: it stepped up {0}, no more than {1}</source>
        <translation>er stand und steht jetzt oben: er ist {0} hochgestiegen, nicht mehr als {1}</translation>
    </message>
    <message>
        <source>for a moment: another that it hit in the same frame turned it away from this one</source>
        <translation>nur einen Moment: ein anderer, den er im selben Frame traf, hat ihn von diesem abgewendet</translation>
    </message>
    <message>
        <source>nothing in the recording tells that bodies of these kinds collide</source>
        <translation>nichts in der Aufnahme sagt, dass Körper dieser Arten kollidieren</translation>
    </message>
    <message>
        <source>what it does at {} stays as recorded</source>
        <translation>was er an {} tut, bleibt wie aufgenommen</translation>
    </message>
    <message>
        <source>what it does at {} is known only as recorded</source>
        <translation>was er an {} tut, ist nur bekannt, wie es aufgenommen ist</translation>
    </message>
    <message>
        <source>at {}: as recorded</source>
        <translation>an {}: wie aufgenommen</translation>
    </message>
    <message>
        <source>nothing comes of it</source>
        <translation>nichts geschieht</translation>
    </message>
    <message>
        <source>velocity.{0} = −velocity.{0}{1}</source>
        <translation>Geschwindigkeit.{0} = −Geschwindigkeit.{0}{1}</translation>
    </message>
    <message>
        <source>what goes round a corner cuts it no deeper than this share of the smaller one that moves</source>
        <translation>was um eine Ecke geht, schneidet sie nicht tiefer als dieser Anteil des kleineren, der sich bewegt</translation>
    </message>
    <message>
        <source>what stands upright may step up so far, where the log gives no step height</source>
        <translation>was aufrecht steht, darf so weit hochsteigen, wo das Log keine Stufenhöhe nennt</translation>
    </message>
    <message>
        <source>round share</source>
        <translation>Anteil um die Ecke</translation>
    </message>
    <message>
        <source>step</source>
        <translation>Stufe</translation>
    </message>
    <message>
        <source>it would soon come to something of which no model is known</source>
        <translation>er käme bald an etwas, wovon kein Modell bekannt ist</translation>
    </message>
    <message>
        <source>heights</source>
        <translation>Höhen</translation>
    </message>
    <message>
        <source>reverse-x</source>
        <translation>x umkehren</translation>
    </message>
    <message>
        <source>reverse-y</source>
        <translation>y umkehren</translation>
    </message>
    <message>
        <source>reverse-z</source>
        <translation>z umkehren</translation>
    </message>
    <message>
        <source>return-stop</source>
        <translation>zurück und anhalten</translation>
    </message>
    <message>
        <source>none</source>
        <translation>nichts</translation>
    </message>
    <message>
        <source>what another moving body takes of it</source>
        <translation>was ein anderer bewegter Körper davon übernimmt</translation>
    </message>
    <message>
        <source>same</source>
        <translation>dasselbe</translation>
    </message>
    <message>
        <source>half</source>
        <translation>die Hälfte</translation>
    </message>
    <message>
        <source>by-mass</source>
        <translation>nach Masse</translation>
    </message>
    <message>
        <source>all</source>
        <translation>alles</translation>
    </message>
    <message>
        <source>then the same for the other one</source>
        <translation>dann dasselbe für den anderen</translation>
    </message>
    <message>
        <source>if the other one moves, it takes half of that</source>
        <translation>bewegt sich der andere, übernimmt er die Hälfte davon</translation>
    </message>
    <message>
        <source>if the other one moves, both share that by their mass</source>
        <translation>bewegt sich der andere, teilen beide das nach ihrer Masse</translation>
    </message>
    <message>
        <source>if the other one moves, it takes all of that</source>
        <translation>bewegt sich der andere, übernimmt er alles davon</translation>
    </message>
    <message>
        <source>those that move first, then the others</source>
        <translation>zuerst die bewegten, dann die anderen</translation>
    </message>
    <message>
        <source>at {}, if it moves toward it:</source>
        <translation>an {}, wenn es sich darauf zu bewegt:</translation>
    </message>
    <message>
        <source>at {}:</source>
        <translation>an {}:</translation>
    </message>
    <message>
        <source>others of its kind push it on {0}: code puts a crowd apart one by one</source>
        <translation>andere seiner Art schieben ihn {0} weiter: Code bringt eine Menge paarweise auseinander</translation>
    </message>
    <message>
        <source>it is reversed in {0} on end; where a solver moves it, or a crowd, {1} are needed</source>
        <translation>er kehrt in {0} hintereinander um; wo ein Löser ihn bewegt, oder eine Menge, sind {1} nötig</translation>
    </message>
    <message>
        <source>others, which it only touches, are in the way that it wants to go</source>
        <translation>andere, die er nur berührt, stehen ihm dort im Weg, wohin er will</translation>
    </message>
    <message>
        <source>it stands for {0}; where places are rounded, what turns slowly, or in a crowd, stands as long</source>
        <translation>er steht {0}; wo Orte gerundet sind, steht so lange, was langsam dreht oder in einer Menge ist</translation>
    </message>
    <message>
        <source>its velocity is what it wants, and its place is put back</source>
        <translation>seine Geschwindigkeit ist die gewünschte, und sein Ort wird zurückgesetzt</translation>
    </message>
    <message>
        <source>it turns where it is: a hit at that distance would move it too, so code turns it</source>
        <translation>er dreht sich auf der Stelle: ein Stoß in diesem Abstand bewegte ihn auch, also dreht ihn Code</translation>
    </message>
    <message>
        <source>each of {} touches of &apos;{}&apos; and &apos;{}&apos; gives back {} times what came in, so it may be meant</source>
        <translation>jede von {} Berührungen von „{}“ und „{}“ gibt das {}-Fache zurück, also kann es gewollt sein</translation>
    </message>
    <message>
        <source>no restitution is logged: that of the game is at most 1</source>
        <translation>keine Restitution ist aufgezeichnet: die des Spiels ist höchstens 1</translation>
    </message>
    <message>
        <source>It leaves at {}: {} times as fast.</source>
        <translation>Er verlässt ihn mit {}: {}-mal so schnell.</translation>
    </message>
    <message>
        <source>of its extent: where there is less room, nobody misses it</source>
        <translation>seiner Ausdehnung: wo weniger Platz ist, vermisst ihn niemand</translation>
    </message>
    <message>
        <source>as many reversals as by code: its bodies rattle, as crowds do</source>
        <translation>so viele Umkehrungen wie bei Code: seine Körper klappern, wie Mengen es tun</translation>
    </message>
    <message>
        <source>a solver&apos;s bodies rattle farther, and those of a crowd</source>
        <translation>die Körper eines Lösers klappern weiter, und die einer Menge</translation>
    </message>
    <message>
        <source>so many that give back the same share more are no accident</source>
        <translation>so viele, die denselben Anteil mehr zurückgeben, sind kein Zufall</translation>
    </message>
    <message>
        <source>shares that differ by no more are the same</source>
        <translation>Anteile, die sich um nicht mehr unterscheiden, sind dieselben</translation>
    </message>
    <message>
        <source>touches</source>
        <translation>Berührungen</translation>
    </message>
    <message>
        <source>rule touches</source>
        <translation>Berührungen einer Regel</translation>
    </message>
    <message>
        <source>rule share</source>
        <translation>Anteil einer Regel</translation>
    </message>
    <message>
        <source>several in a row are removed without turning it: it is let through for a while</source>
        <translation>mehrere hintereinander werden entfernt, ohne es umzulenken: Es wird eine Zeit lang durchgelassen</translation>
    </message>
    <message>
        <source>what it goes through is removed in that frame or in the next: it was hit</source>
        <translation>was es durchquert, wird in diesem oder im nächsten Frame entfernt: Es wurde getroffen</translation>
    </message>
    <message>
        <source>{} other hits of &apos;{}&apos; and &apos;{}&apos; turned {}</source>
        <translation>{} andere Treffer von „{}“ und „{}“ lenkten {} um</translation>
    </message>
    <message>
        <source>not turned</source>
        <translation>nicht umgelenkt</translation>
    </message>
    <message>
        <source>flies on</source>
        <translation>fliegt weiter</translation>
    </message>
    <message>
        <source>respond to the touch of {} once, before {} is removed</source>
        <translation>auf die Berührung von {} einmal antworten, bevor {} entfernt wird</translation>
    </message>
    <message>
        <source>{} meets {} at {}, and {} is removed.</source>
        <translation>{} trifft {} mit {}, und {} wird entfernt.</translation>
    </message>
    <message>
        <source>{} flies on at {}: nothing turned it. {} other such hits did.</source>
        <translation>{} fliegt mit {} weiter: Nichts lenkte es um. {} andere solche Treffer taten es.</translation>
    </message>
    <message>
        <source>what is struck is removed before the game responds to the touch, or two responses in one frame undo each other.</source>
        <translation>was getroffen wird, wird entfernt, bevor das Spiel auf die Berührung antwortet, oder zwei Antworten in einem Frame heben sich auf.</translation>
    </message>
    <message>
        <source>fewer that turned what struck them show no rule</source>
        <translation>weniger, die umlenkten, was sie traf, zeigen keine Regel</translation>
    </message>
    <message>
        <source>others of its kind, which touch nothing, make the same move in that step: it is no push</source>
        <translation>andere seiner Art, die nichts berühren, machen in diesem Schritt dieselbe Bewegung: Es ist kein Stoß</translation>
    </message>
    <message>
        <source>{0} deep in what is fixed: it only turns where it hangs, a door in its frame</source>
        <translation>{0} tief in etwas Festem: Es dreht sich nur, wo es hängt, eine Tür in ihrem Rahmen</translation>
    </message>
    <message>
        <source>the game logs &apos;{}&apos; of the two, and it lies still from then on: it may stick there on purpose</source>
        <translation>das Spiel protokolliert „{}“ für die beiden, und es liegt von da an still: Es kann mit Absicht dort stecken</translation>
    </message>
    <message>
        <source>turn by</source>
        <translation>drehen um</translation>
    </message>
    <message>
        <source>way through a one-way</source>
        <translation>Durchlassrichtung</translation>
    </message>
    <message>
        <source>let what belongs together ignore each other</source>
        <translation>was zusammengehört, ignoriert einander</translation>
    </message>
    <message>
        <source>parts</source>
        <translation>Teile</translation>
    </message>
</context>
</TS>
