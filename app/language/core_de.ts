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
        <translation>Lücke zwischen Prüfpunkten</translation>
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
        <source>solving frames</source>
        <translation>Frames zum Auflösen</translation>
    </message>
    <message>
        <source>shed share</source>
        <translation>abgebauter Anteil</translation>
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
        <source>time that a solver has to push the body out; proportionally more above 60 steps per second</source>
        <translation>Zeit, die ein Solver hat, den Körper hinauszuschieben; über 60 Schritten je Sekunde entsprechend mehr</translation>
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
</context>
</TS>
