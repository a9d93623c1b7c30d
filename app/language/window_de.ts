<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de" sourcelanguage="en">
<context>
    <name>QDialog</name>
    <message>
        <source>User guide</source>
        <translation>Handbuch</translation>
    </message>
    <message>
        <source>search the guide, Enter for the next place</source>
        <translation>im Handbuch suchen, Eingabetaste für die nächste Stelle</translation>
    </message>
    <message>
        <source>user guide</source>
        <translation>Handbuch</translation>
    </message>
    <message>
        <source>chapters</source>
        <translation>Kapitel</translation>
    </message>
</context>
<context>
    <name>oddbounce::AccountModel</name>
    <message>
        <source>Cause</source>
        <translation>Ursache</translation>
    </message>
    <message>
        <source>frame %1 + %2 %</source>
        <translation>Frame %1 + %2 %</translation>
    </message>
    <message>
        <source>frame %1</source>
        <translation>Frame %1</translation>
    </message>
</context>
<context>
    <name>oddbounce::AccountPanel</name>
    <message>
        <source>What happened</source>
        <translation>Was geschah</translation>
    </message>
    <message>
        <source>what happened</source>
        <translation>was geschah</translation>
    </message>
    <message>
        <source>Click to go to this moment</source>
        <translation>Klick: zu diesem Moment</translation>
    </message>
    <message>
        <source>Numbers</source>
        <translation>Werte</translation>
    </message>
    <message>
        <source>numbers at this moment</source>
        <translation>Werte zu diesem Moment</translation>
    </message>
    <message>
        <source>Choose a body or a finding to see its numbers.</source>
        <translation>Wähle einen Körper oder einen Befund, um seine Werte zu sehen.</translation>
    </message>
    <message>
        <source>expected</source>
        <translation>erwartet</translation>
    </message>
    <message>
        <source>Choose a finding to read what happened, frame by frame. N goes to the next one.</source>
        <translation>Wähle einen Befund und lies Frame für Frame, was geschah. N geht zum nächsten.</translation>
    </message>
    <message>
        <source>No fault was found. Step through the frames, or choose a body to see its encounters.</source>
        <translation>Kein Fehler gefunden. Gehe durch die Frames oder wähle einen Körper, um seine Begegnungen zu sehen.</translation>
    </message>
    <message>
        <source>Step through the frames, or choose a body to see its encounters.</source>
        <translation>Gehe durch die Frames oder wähle einen Körper, um seine Begegnungen zu sehen.</translation>
    </message>
</context>
<context>
    <name>oddbounce::BenchPage</name>
    <message>
        <source>New…</source>
        <translation>Neu…</translation>
    </message>
    <message>
        <source>Duplicate</source>
        <translation>Verdoppeln</translation>
    </message>
    <message>
        <source>Rename…</source>
        <translation>Name…</translation>
    </message>
    <message>
        <source>Remove</source>
        <translation>Entfernen</translation>
    </message>
    <message>
        <source> (copy)</source>
        <translation> (Kopie)</translation>
    </message>
    <message>
        <source>How safe is it?</source>
        <translation>Wie sicher ist das?</translation>
    </message>
    <message>
        <source>Keep as a check</source>
        <translation>Als Prüfung behalten</translation>
    </message>
    <message>
        <source>Tries 1000 other starts: a little earlier or later, aside, faster, turned</source>
        <translation>Versucht 1000 andere Anfänge: etwas früher oder später, seitlich, schneller, gedreht</translation>
    </message>
    <message>
        <source>&quot;oddb guard&quot; then fails if the fix ever ceases to hold</source>
        <translation>„oddb guard“ schlägt dann fehl, sobald die Korrektur nicht mehr hält</translation>
    </message>
    <message>
        <source>One over the other</source>
        <translation>Übereinander</translation>
    </message>
    <message>
        <source>Draws both in one picture (Shift+B)</source>
        <translation>Zeichnet beide in ein Bild (Umschalt+B)</translation>
    </message>
    <message>
        <source>what of the starts is drawn</source>
        <translation>was von den Anfängen gezeichnet wird</translation>
    </message>
    <message>
        <source>place along the way</source>
        <translation>Ort längs des Wegs</translation>
    </message>
    <message>
        <source>place across the way</source>
        <translation>Ort quer zum Weg</translation>
    </message>
    <message>
        <source>speed</source>
        <translation>Tempo</translation>
    </message>
    <message>
        <source>direction</source>
        <translation>Richtung</translation>
    </message>
    <message>
        <source>Starts by</source>
        <translation>Anfänge nach</translation>
    </message>
    <message>
        <source>Rename the candidate fix</source>
        <translation>Korrekturvorschlag umbenennen</translation>
    </message>
    <message>
        <source>name</source>
        <translation>Name</translation>
    </message>
    <message>
        <source>Choose a finding on the review page (N).</source>
        <translation>Wähle auf der Durchsichtsseite einen Befund (N).</translation>
    </message>
    <message>
        <source>no candidate fix is chosen</source>
        <translation>kein Korrekturvorschlag gewählt</translation>
    </message>
    <message>
        <source>Choose one in the table, or make one.</source>
        <translation>Wähle einen in der Tabelle oder lege einen an.</translation>
    </message>
    <message>
        <source>cannot be tried: %1</source>
        <translation>nicht auszuprobieren: %1</translation>
    </message>
    <message>
        <source>advice</source>
        <translation>Rat</translation>
    </message>
    <message>
        <source>trying…</source>
        <translation>wird ausprobiert…</translation>
    </message>
    <message>
        <source>%1 of 1000 starts tried…</source>
        <translation>%1 von 1000 Anfängen versucht…</translation>
    </message>
    <message>
        <source>First difference: frame %1</source>
        <translation>Erster Unterschied: Frame %1</translation>
    </message>
    <message>
        <source>No difference</source>
        <translation>Kein Unterschied</translation>
    </message>
    <message>
        <source>From all sides?</source>
        <translation>Von allen Seiten?</translation>
    </message>
    <message>
        <source>Has the body come to every side of what it met, also with the angle mirrored</source>
        <translation>Lässt den Körper zu jeder Seite dessen kommen, was er traf, auch im gespiegelten Winkel</translation>
    </message>
</context>
<context>
    <name>oddbounce::BenchView</name>
    <message>
        <source>recorded, and with the fix</source>
        <translation>aufgezeichnet und mit der Korrektur</translation>
    </message>
    <message>
        <source>touching</source>
        <translation>in Berührung</translation>
    </message>
    <message>
        <source>overlap %1</source>
        <translation>Überlappung %1</translation>
    </message>
    <message>
        <source>gap %1</source>
        <translation>Lücke %1</translation>
    </message>
    <message>
        <source>recorded</source>
        <translation>aufgezeichnet</translation>
    </message>
    <message>
        <source>with: %1</source>
        <translation>mit: %1</translation>
    </message>
    <message>
        <source>with the fix</source>
        <translation>mit der Korrektur</translation>
    </message>
    <message>
        <source>recorded, and in double lines %1</source>
        <translation>aufgezeichnet, und in Doppellinien %1</translation>
    </message>
    <message>
        <source>Choose a candidate fix: what becomes of this moment is shown here.</source>
        <translation>Wähle einen Korrekturvorschlag: Hier steht, was aus diesem Moment wird.</translation>
    </message>
</context>
<context>
    <name>oddbounce::BodiesModel</name>
    <message>
        <source>stops it</source>
        <translation>hält ihn auf</translation>
    </message>
    <message>
        <source>reports it</source>
        <translation>meldet ihn</translation>
    </message>
    <message>
        <source>ignores it</source>
        <translation>ignoriert ihn</translation>
    </message>
    <message>
        <source>Click to choose this body. The timeline shows what it meets. The tick shows or hides it.</source>
        <translation>Klick wählt diesen Körper. Die Zeitleiste zeigt, was er trifft. Das Häkchen blendet ihn ein oder aus.</translation>
    </message>
    <message>
        <source>hidden</source>
        <translation>ausgeblendet</translation>
    </message>
</context>
<context>
    <name>oddbounce::BodiesPanel</name>
    <message>
        <source>Bodies</source>
        <translation>Körper</translation>
    </message>
    <message>
        <source>filter: name, kind, #id</source>
        <translation>Filter: Name, Art, #Id</translation>
    </message>
    <message>
        <source>filter the bodies</source>
        <translation>Körper filtern</translation>
    </message>
    <message>
        <source>only this</source>
        <translation>nur dieser</translation>
    </message>
    <message>
        <source>Hides everything but the chosen body and what it meets (S)</source>
        <translation>Blendet alles aus, was der gewählte Körper nicht trifft (S)</translation>
    </message>
    <message>
        <source>what stops it?</source>
        <translation>was hält ihn auf?</translation>
    </message>
    <message>
        <source>Shows for each body whether it stops the chosen one; what does not is drawn faintly (W)</source>
        <translation>Zeigt für jeden Körper, ob er den gewählten aufhält; was nicht, wird blass gezeichnet (W)</translation>
    </message>
    <message>
        <source>show all</source>
        <translation>alle zeigen</translation>
    </message>
    <message>
        <source>Shows all bodies again</source>
        <translation>Blendet alle Körper wieder ein</translation>
    </message>
    <message>
        <source>bodies</source>
        <translation>Körper</translation>
    </message>
    <message>
        <source>%1 of %2 shown</source>
        <translation>%1 von %2</translation>
    </message>
</context>
<context>
    <name>oddbounce::CandidateDialog</name>
    <message>
        <source>New candidate fix</source>
        <translation>Neuer Korrekturvorschlag</translation>
    </message>
    <message>
        <source>collider</source>
        <translation>Collider</translation>
    </message>
    <message>
        <source>change</source>
        <translation>Änderung</translation>
    </message>
    <message>
        <source>to</source>
        <translation>auf</translation>
    </message>
    <message>
        <source>by</source>
        <translation>um</translation>
    </message>
    <message>
        <source>and</source>
        <translation>und</translation>
    </message>
    <message>
        <source>Try</source>
        <translation>Ausprobieren</translation>
    </message>
    <message>
        <source>The body is moved again with this, after a motion model was fitted to the recording.</source>
        <translation>Der Körper wird damit neu bewegt, nachdem ein Bewegungsmodell an die Aufzeichnung angepasst wurde.</translation>
    </message>
    <message>
        <source>The recorded motion is kept, or the body is moved again, whichever the change needs.</source>
        <translation>Je nach Änderung bleibt die aufgezeichnete Bewegung oder der Körper wird neu bewegt.</translation>
    </message>
</context>
<context>
    <name>oddbounce::Commands</name>
    <message>
        <source>&amp;File</source>
        <translation>&amp;Datei</translation>
    </message>
    <message>
        <source>&amp;Go</source>
        <translation>&amp;Gehe zu</translation>
    </message>
    <message>
        <source>&amp;View</source>
        <translation>&amp;Ansicht</translation>
    </message>
    <message>
        <source>F&amp;inding</source>
        <translation>&amp;Befund</translation>
    </message>
    <message>
        <source>Fi&amp;x</source>
        <translation>&amp;Korrektur</translation>
    </message>
    <message>
        <source>&amp;Help</source>
        <translation>&amp;Hilfe</translation>
    </message>
    <message>
        <source>Commands</source>
        <translation>Befehle</translation>
    </message>
    <message>
        <source>what to do…</source>
        <translation>was ist zu tun…</translation>
    </message>
    <message>
        <source>search commands</source>
        <translation>Befehle suchen</translation>
    </message>
    <message>
        <source>commands</source>
        <translation>Befehle</translation>
    </message>
    <message>
        <source>Keys</source>
        <translation>Tasten</translation>
    </message>
</context>
<context>
    <name>oddbounce::Comparison</name>
    <message>
        <source>candidate fixes compared</source>
        <translation>Korrekturvorschläge im Vergleich</translation>
    </message>
</context>
<context>
    <name>oddbounce::ComparisonModel</name>
    <message>
        <source>cannot be tried</source>
        <translation>nicht auszuprobieren</translation>
    </message>
    <message>
        <source>trying…</source>
        <translation>wird ausprobiert…</translation>
    </message>
    <message>
        <source>%1 of %2</source>
        <translation>%1 von %2</translation>
    </message>
    <message>
        <source>%1 unclear</source>
        <translation>%1 unklar</translation>
    </message>
    <message>
        <source>cannot tell</source>
        <translation>unklar</translation>
    </message>
    <message>
        <source>%1, at most %2 %</source>
        <translation>%1, höchstens %2 %</translation>
    </message>
    <message>
        <source>candidate</source>
        <translation>Vorschlag</translation>
    </message>
    <message>
        <source>fixes</source>
        <translation>behebt</translation>
    </message>
    <message>
        <source>left</source>
        <translation>bleibt</translation>
    </message>
    <message>
        <source>new</source>
        <translation>neu</translation>
    </message>
    <message>
        <source>contacts</source>
        <translation>Kontakte</translation>
    </message>
    <message>
        <source>values that work</source>
        <translation>Werte, die wirken</translation>
    </message>
    <message>
        <source>fails of 1000</source>
        <translation>Fehler von 1000</translation>
    </message>
    <message>
        <source>moves a frame</source>
        <translation>Züge je Frame</translation>
    </message>
    <message>
        <source>candidate fix, the best first</source>
        <translation>Korrekturvorschlag, der beste zuerst</translation>
    </message>
    <message>
        <source>findings that it fixes</source>
        <translation>Befunde, die er behebt</translation>
    </message>
    <message>
        <source>findings that it leaves, changes, or cannot tell of</source>
        <translation>Befunde, die er lässt, ändert oder nicht beurteilen kann</translation>
    </message>
    <message>
        <source>new faults</source>
        <translation>neue Fehler</translation>
    </message>
    <message>
        <source>contacts that are lost, and gained</source>
        <translation>Kontakte, die verloren gehen und die dazukommen</translation>
    </message>
    <message>
        <source>which values of its number work, where that was asked</source>
        <translation>welche Werte seiner Zahl wirken, falls danach gefragt wurde</translation>
    </message>
    <message>
        <source>other starts from which the fault shows with it, where that was asked</source>
        <translation>andere Anfänge, aus denen der Fehler mit ihm auftritt, falls danach gefragt wurde</translation>
    </message>
    <message>
        <source>what its loop costs: moves with a test after each</source>
        <translation>was seine Schleife kostet: Züge mit einem Test danach</translation>
    </message>
</context>
<context>
    <name>oddbounce::CoverageDialog</name>
    <message>
        <source>What is judged</source>
        <translation>Was geprüft wird</translation>
    </message>
    <message>
        <source>fault</source>
        <translation>Fehler</translation>
    </message>
    <message>
        <source>state</source>
        <translation>Stand</translation>
    </message>
    <message>
        <source>faults</source>
        <translation>Fehler</translation>
    </message>
    <message>
        <source>judged</source>
        <translation>geprüft</translation>
    </message>
    <message>
        <source>not judged: %1</source>
        <translation>nicht geprüft: %1</translation>
    </message>
    <message>
        <source>Add to your game&apos;s recorder:</source>
        <translation>Im Recorder des Spiels ergänzen:</translation>
    </message>
</context>
<context>
    <name>oddbounce::ErrorBar</name>
    <message>
        <source>Dismiss</source>
        <translation>Ausblenden</translation>
    </message>
    <message>
        <source>error: %1</source>
        <translation>Fehler: %1</translation>
    </message>
</context>
<context>
    <name>oddbounce::ExpectedDialog</name>
    <message>
        <source>Mark as expected</source>
        <translation>Als erwartet markieren</translation>
    </message>
    <message>
        <source>frame %1</source>
        <translation>Frame %1</translation>
    </message>
    <message>
        <source>frames %1–%2</source>
        <translation>Frames %1–%2</translation>
    </message>
    <message>
        <source>only this finding, %1</source>
        <translation>nur dieser Befund, %1</translation>
    </message>
    <message>
        <source>%1 (%2 here)</source>
        <translation>%1 (hier %2)</translation>
    </message>
    <message>
        <source>reason</source>
        <translation>Grund</translation>
    </message>
    <message>
        <source>Saved in the case file next to the recording. &quot;oddb scan&quot; does not count it either.</source>
        <translation>Wird in der Falldatei neben der Aufzeichnung gespeichert. Auch „oddb scan“ zählt ihn dann nicht.</translation>
    </message>
    <message>
        <source>no reason given</source>
        <translation>kein Grund angegeben</translation>
    </message>
</context>
<context>
    <name>oddbounce::FindingsModel</name>
    <message>
        <source>by fault</source>
        <translation>nach Fehler</translation>
    </message>
    <message>
        <source>by body</source>
        <translation>nach Körper</translation>
    </message>
    <message>
        <source>by pair</source>
        <translation>nach Paar</translation>
    </message>
    <message>
        <source>by weight</source>
        <translation>nach Gewicht</translation>
    </message>
    <message>
        <source>by mark</source>
        <translation>nach Markierung</translation>
    </message>
    <message>
        <source>not marked</source>
        <translation>nicht markierte</translation>
    </message>
    <message>
        <source>weight above 0.7</source>
        <translation>Gewicht über 0.7</translation>
    </message>
    <message>
        <source>sure ones</source>
        <translation>sichere</translation>
    </message>
    <message>
        <source>expected</source>
        <translation>erwartet</translation>
    </message>
    <message>
        <source>all</source>
        <translation>alle</translation>
    </message>
    <message>
        <source>frame %1</source>
        <translation>Frame %1</translation>
    </message>
    <message>
        <source>frames %1–%2</source>
        <translation>Frames %1–%2</translation>
    </message>
    <message>
        <source>expected: %1</source>
        <translation>erwartet: %1</translation>
    </message>
    <message>
        <source> and </source>
        <translation> und </translation>
    </message>
    <message>
        <source>Heavy</source>
        <translation>Schwer</translation>
    </message>
    <message>
        <source>Medium</source>
        <translation>Mittel</translation>
    </message>
    <message>
        <source>Light</source>
        <translation>Leicht</translation>
    </message>
    <message>
        <source>Expected</source>
        <translation>Erwartet</translation>
    </message>
    <message>
        <source>Not marked</source>
        <translation>Nicht markiert</translation>
    </message>
    <message>
        <source>%1 times, frames %2–%3</source>
        <translation>%1 Mal, Frames %2–%3</translation>
    </message>
    <message>
        <source>%1: %2 findings</source>
        <translation>%1: %2 Befunde</translation>
    </message>
    <message>
        <source>folded</source>
        <translation>zusammengefasst</translation>
    </message>
</context>
<context>
    <name>oddbounce::FindingsPanel</name>
    <message>
        <source>Findings</source>
        <translation>Befunde</translation>
    </message>
    <message>
        <source>stop</source>
        <translation>Anhalten</translation>
    </message>
    <message>
        <source>Stops the scan and keeps what was found</source>
        <translation>Hält die Prüfung an und behält, was gefunden wurde</translation>
    </message>
    <message>
        <source>filter: fault, body, frame…</source>
        <translation>Filter: Fehler, Körper, Frame…</translation>
    </message>
    <message>
        <source>How the list is grouped</source>
        <translation>Wie die Liste gruppiert ist</translation>
    </message>
    <message>
        <source>Which findings are listed</source>
        <translation>Welche Befunde aufgeführt sind</translation>
    </message>
    <message>
        <source>group</source>
        <translation>gruppieren</translation>
    </message>
    <message>
        <source>show</source>
        <translation>zeigen</translation>
    </message>
    <message>
        <source>findings</source>
        <translation>Befunde</translation>
    </message>
    <message>
        <source>judged as frames arrive</source>
        <translation>geprüft, während Frames eintreffen</translation>
    </message>
    <message>
        <source>%1 % · %2</source>
        <translation>%1 % · %2</translation>
    </message>
    <message>
        <source>scanning</source>
        <translation>wird geprüft</translation>
    </message>
    <message>
        <source>almost done</source>
        <translation>fast fertig</translation>
    </message>
    <message>
        <source>%1 s left</source>
        <translation>noch %1 s</translation>
    </message>
    <message>
        <source>%1 of %2 shown</source>
        <translation>%1 von %2</translation>
    </message>
    <message>
        <source>%1 in %2 frames</source>
        <translation>%1 in %2 Frames</translation>
    </message>
    <message>
        <source>The recording is judged when all of it is read.</source>
        <translation>Die Aufzeichnung wird geprüft, sobald sie ganz gelesen ist.</translation>
    </message>
    <message>
        <source>No faults found so far. Findings appear here while the game runs.</source>
        <translation>Bisher keine Fehler. Befunde erscheinen hier, während das Spiel läuft.</translation>
    </message>
    <message>
        <source>Still judging. Some of these may turn out to be part of others.</source>
        <translation>Die Prüfung läuft. Manche Befunde können sich noch als Teil anderer erweisen.</translation>
    </message>
    <message>
        <source>The scan was stopped before the end.</source>
        <translation>Die Prüfung wurde vor dem Ende angehalten.</translation>
    </message>
    <message>
        <source>No faults found.</source>
        <translation>Keine Fehler gefunden.</translation>
    </message>
    <message>
        <source>No finding matches this filter. Clear it to see all.</source>
        <translation>Kein Befund passt zu diesem Filter. Leere ihn, um alle zu sehen.</translation>
    </message>
    <message>
        <source>Every finding is marked as expected. Choose &quot;all&quot; above to see them.</source>
        <translation>Alle Befunde sind als erwartet markiert. „alle“ oben zeigt sie.</translation>
    </message>
    <message>
        <source>No such finding. Choose &quot;all&quot; above to see every finding.</source>
        <translation>Kein solcher Befund. „alle“ oben zeigt jeden.</translation>
    </message>
</context>
<context>
    <name>oddbounce::FixCard</name>
    <message>
        <source>advice</source>
        <translation>Rat</translation>
    </message>
    <message>
        <source>Advice: a change in the game&apos;s code that a recording cannot try</source>
        <translation>Rat: eine Änderung am Code des Spiels, die eine Aufzeichnung nicht ausprobieren kann</translation>
    </message>
    <message>
        <source>Click to show this fix in the view</source>
        <translation>Klick zeigt diese Korrektur in der Ansicht</translation>
    </message>
    <message>
        <source>waiting</source>
        <translation>wartet</translation>
    </message>
    <message>
        <source>trying…</source>
        <translation>wird ausprobiert…</translation>
    </message>
    <message>
        <source>cannot be tried: %1</source>
        <translation>nicht auszuprobieren: %1</translation>
    </message>
    <message>
        <source>and %1 more</source>
        <translation>und %1 weitere</translation>
    </message>
    <message>
        <source>Hide in the view</source>
        <translation>In der Ansicht ausblenden</translation>
    </message>
    <message>
        <source>Show in the view</source>
        <translation>In der Ansicht zeigen</translation>
    </message>
    <message>
        <source>Copy the verdict</source>
        <translation>Urteil kopieren</translation>
    </message>
    <message>
        <source>Remove</source>
        <translation>Entfernen</translation>
    </message>
    <message>
        <source>%1 values tried…</source>
        <translation>%1 Werte versucht …</translation>
    </message>
    <message>
        <source>Which values of %1 work?</source>
        <translation>Welche Werte von %1 gehen?</translation>
    </message>
    <message>
        <source>Tries values beside this one and shows where they begin and cease to work</source>
        <translation>Versucht Werte neben diesem und zeigt, wo sie anfangen und aufhören zu wirken</translation>
    </message>
    <message>
        <source>No longer a check</source>
        <translation>Nicht mehr als Prüfung</translation>
    </message>
    <message>
        <source>Keep as a check</source>
        <translation>Als Prüfung behalten</translation>
    </message>
    <message>
        <source>kept as a check</source>
        <translation>als Prüfung behalten</translation>
    </message>
    <message>
        <source>%1 of 1000 starts tried…</source>
        <translation>%1 von 1000 Anfängen versucht…</translation>
    </message>
    <message>
        <source>How safe is it?</source>
        <translation>Wie sicher ist das?</translation>
    </message>
    <message>
        <source>Tries 1000 other starts: a little earlier or later, aside, faster, turned</source>
        <translation>Versucht 1000 andere Anfänge: etwas früher oder später, seitlich, schneller, gedreht</translation>
    </message>
</context>
<context>
    <name>oddbounce::FixesPanel</name>
    <message>
        <source>frame %1</source>
        <translation>Frame %1</translation>
    </message>
    <message>
        <source>frames %1 to %2</source>
        <translation>Frames %1 bis %2</translation>
    </message>
    <message>
        <source>contact of %1 and %2, %3</source>
        <translation>Kontakt von %1 und %2, %3</translation>
    </message>
    <message>
        <source>Fixes</source>
        <translation>Korrekturen</translation>
    </message>
    <message>
        <source>New candidate fix…</source>
        <translation>Neuer Korrekturvorschlag…</translation>
    </message>
    <message>
        <source>Change a collider or how a body moves, and see whether that fixes the fault (C)</source>
        <translation>Einen Collider oder die Bewegung eines Körpers ändern und sehen, ob das den Fehler behebt (C)</translation>
    </message>
    <message>
        <source>1 candidate</source>
        <translation>1 Vorschlag</translation>
    </message>
    <message>
        <source>%1 candidates</source>
        <translation>%1 Vorschläge</translation>
    </message>
    <message>
        <source>No change is suggested for this finding.</source>
        <translation>Für diesen Befund gibt es keinen Vorschlag.</translation>
    </message>
    <message>
        <source>Choose a finding. Each change that it suggests is tried on this recording.</source>
        <translation>Wähle einen Befund. Jeder seiner Vorschläge wird an dieser Aufzeichnung ausprobiert.</translation>
    </message>
    <message>
        <source>Suggestions that were tried on this recording and fix nothing</source>
        <translation>Vorschläge, die an dieser Aufzeichnung versucht wurden und nichts beheben</translation>
    </message>
    <message>
        <source>1 tried without success</source>
        <translation>1 ohne Erfolg versucht</translation>
    </message>
    <message>
        <source>%1 tried without success</source>
        <translation>%1 ohne Erfolg versucht</translation>
    </message>
</context>
<context>
    <name>oddbounce::Handles</name>
    <message>
        <source>radius %1</source>
        <translation>Radius %1</translation>
    </message>
    <message>
        <source>corners moved</source>
        <translation>Ecken verschoben</translation>
    </message>
    <message>
        <source>moved by %1</source>
        <translation>um %1 verschoben</translation>
    </message>
    <message>
        <source>ray</source>
        <translation>Strahl</translation>
    </message>
    <message>
        <source>ray %1</source>
        <translation>Strahl %1</translation>
    </message>
    <message>
        <source>starts %1 farther along</source>
        <translation>beginnt %1 weiter vorn</translation>
    </message>
    <message>
        <source>longer by %1</source>
        <translation>um %1 länger</translation>
    </message>
    <message>
        <source>aside by %1</source>
        <translation>um %1 zur Seite</translation>
    </message>
    <message>
        <source>aside the other way by %1</source>
        <translation>um %1 in der anderen Richtung zur Seite</translation>
    </message>
    <message>
        <source>turned by %1°</source>
        <translation>um %1° gedreht</translation>
    </message>
    <message>
        <source>probe %1 at %2</source>
        <translation>Prüfpunkt %1 bei %2</translation>
    </message>
    <message>
        <source>grown by %1</source>
        <translation>um %1 größer</translation>
    </message>
    <message>
        <source>rounded by %1</source>
        <translation>um %1 gerundet</translation>
    </message>
    <message>
        <source>way through %1</source>
        <translation>Durchlassrichtung %1</translation>
    </message>
</context>
<context>
    <name>oddbounce::KnobPanel</name>
    <message>
        <source>Add a change…</source>
        <translation>Änderung hinzufügen…</translation>
    </message>
    <message>
        <source>Another change in the same candidate fix</source>
        <translation>Eine weitere Änderung im selben Korrekturvorschlag</translation>
    </message>
    <message>
        <source>which work?</source>
        <translation>was wirkt?</translation>
    </message>
    <message>
        <source>Tries values beside this one and shows where they begin and cease to work</source>
        <translation>Versucht Werte neben diesem und zeigt, wo sie anfangen und aufhören zu wirken</translation>
    </message>
    <message>
        <source>on</source>
        <translation>an</translation>
    </message>
    <message>
        <source>off</source>
        <translation>aus</translation>
    </message>
    <message>
        <source>Leave this change out</source>
        <translation>Diese Änderung weglassen</translation>
    </message>
    <message>
        <source>Map of %1 and %2</source>
        <translation>Karte von %1 und %2</translation>
    </message>
    <message>
        <source>Tries each value of the one with each value of the other</source>
        <translation>Probiert jeden Wert der einen mit jedem Wert der anderen</translation>
    </message>
    <message>
        <source>one change less</source>
        <translation>eine Änderung weniger</translation>
    </message>
    <message>
        <source>one change off</source>
        <translation>eine Änderung aus</translation>
    </message>
    <message>
        <source>one change on</source>
        <translation>eine Änderung an</translation>
    </message>
    <message>
        <source>another order</source>
        <translation>andere Reihenfolge</translation>
    </message>
    <message>
        <source>Whether this change counts</source>
        <translation>Ob diese Änderung zählt</translation>
    </message>
    <message>
        <source>Make this change before the one above</source>
        <translation>Diese Änderung vor der darüber machen</translation>
    </message>
    <message>
        <source>Map of</source>
        <translation>Karte von</translation>
    </message>
    <message>
        <source>number across the map</source>
        <translation>Zahl quer über die Karte</translation>
    </message>
    <message>
        <source>number up the map</source>
        <translation>Zahl längs der Karte</translation>
    </message>
</context>
<context>
    <name>oddbounce::NumbersModel</name>
    <message>
        <source>thickness along the path</source>
        <translation>Dicke entlang des Wegs</translation>
    </message>
    <message>
        <source>fastest that cannot tunnel</source>
        <translation>Höchsttempo ohne Tunneln</translation>
    </message>
    <message>
        <source>sub-steps needed</source>
        <translation>nötige Teilschritte</translation>
    </message>
    <message>
        <source>speed × step − gap</source>
        <translation>Tempo × Schritt − Lücke</translation>
    </message>
    <message>
        <source>friction that holds it</source>
        <translation>Reibung, die ihn hält</translation>
    </message>
    <message>
        <source>overhang</source>
        <translation>Überhang</translation>
    </message>
    <message>
        <source>speed lost</source>
        <translation>verlorenes Tempo</translation>
    </message>
    <message>
        <source>launched upward at</source>
        <translation>hochgeschleudert mit</translation>
    </message>
    <message>
        <source>frames between responses</source>
        <translation>Frames zwischen Reaktionen</translation>
    </message>
    <message>
        <source>widest gap between</source>
        <translation>größte Lücke dazwischen</translation>
    </message>
    <message>
        <source>length of the ray</source>
        <translation>Länge des Strahls</translation>
    </message>
    <message>
        <source>logged hit</source>
        <translation>geloggter Treffer</translation>
    </message>
    <message>
        <source>none</source>
        <translation>keiner</translation>
    </message>
    <message>
        <source>hit at a distance of</source>
        <translation>Treffer im Abstand von</translation>
    </message>
    <message>
        <source>ray</source>
        <translation>Strahl</translation>
    </message>
    <message>
        <source>not cast in this frame</source>
        <translation>in diesem Frame nicht geworfen</translation>
    </message>
    <message>
        <source>depth %1</source>
        <translation>Tiefe %1</translation>
    </message>
    <message>
        <source>gap %1</source>
        <translation>Lücke %1</translation>
    </message>
    <message>
        <source>approaching at</source>
        <translation>Annäherung mit</translation>
    </message>
    <message>
        <source>parting at</source>
        <translation>Trennung mit</translation>
    </message>
    <message>
        <source>speed of %1</source>
        <translation>Tempo von %1</translation>
    </message>
    <message>
        <source>travel per frame</source>
        <translation>Weg je Frame</translation>
    </message>
    <message>
        <source>desired velocity</source>
        <translation>gewünschte Geschwindigkeit</translation>
    </message>
    <message>
        <source>grounded</source>
        <translation>am Boden</translation>
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
        <source>velocity</source>
        <translation>Geschwindigkeit</translation>
    </message>
    <message>
        <source>position</source>
        <translation>Position</translation>
    </message>
    <message>
        <source>angle</source>
        <translation>Winkel</translation>
    </message>
    <message>
        <source>Click to plot this in the timeline</source>
        <translation>Klick zeigt den Verlauf in der Zeitleiste</translation>
    </message>
    <message>
        <source>turned by</source>
        <translation>gedreht um</translation>
    </message>
    <message>
        <source> about %1</source>
        <translation> um %1</translation>
    </message>
</context>
<context>
    <name>oddbounce::RangeBand</name>
    <message>
        <source>values tried</source>
        <translation>versuchte Werte</translation>
    </message>
    <message>
        <source> · %1 %2</source>
        <translation> · %1 %2</translation>
    </message>
</context>
<context>
    <name>oddbounce::RangeChart</name>
    <message>
        <source>what each value does</source>
        <translation>was jeder Wert bewirkt</translation>
    </message>
    <message>
        <source>Ask which values of a number work: what each of them does is shown here.</source>
        <translation>Frage, welche Werte einer Zahl wirken: Hier steht, was jeder bewirkt.</translation>
    </message>
    <message>
        <source>%1 values tried…</source>
        <translation>%1 Werte versucht …</translation>
    </message>
    <message>
        <source>full: fixed · hollow: left · below: new faults</source>
        <translation>voll: behoben · hohl: bleibt · unten: neue Fehler</translation>
    </message>
    <message>
        <source>full: fixed · hollow: left · dotted: cannot tell</source>
        <translation>voll: behoben · hohl: bleibt · gepunktet: unklar</translation>
    </message>
    <message>
        <source>%1 across, %2 up · full: works · hollow: fails · dot: new faults</source>
        <translation>%1 nach rechts, %2 nach oben · voll: wirkt · hohl: wirkt nicht · Punkt: neue Fehler</translation>
    </message>
</context>
<context>
    <name>oddbounce::RecordDialog</name>
    <message>
        <source>Record your game</source>
        <translation>Dein Spiel aufzeichnen</translation>
    </message>
    <message>
        <source>1. Copy the recorder of your language from the folder &quot;recorder&quot; into your game.
2. Call it as below: definitions first, then every frame after its physics step.
3. Run the game and open the log that it wrote, or listen and let the game send its frames.</source>
        <translation>1. Kopiere den Recorder deiner Sprache aus dem Ordner „recorder“ in dein Spiel.
2. Rufe ihn wie unten auf: zuerst Definitionen, dann jeden Frame nach seinem Physikschritt.
3. Starte das Spiel und öffne das geschriebene Log, oder lausche und lass das Spiel seine Frames senden.</translation>
    </message>
    <message>
        <source>Open the log…</source>
        <translation>Log öffnen…</translation>
    </message>
    <message>
        <source>state</source>
        <translation>Stand</translation>
    </message>
    <message>
        <source>Stop listening</source>
        <translation>Nicht mehr lauschen</translation>
    </message>
    <message>
        <source>Listen</source>
        <translation>Lauschen</translation>
    </message>
    <message>
        <source>%1 frames have arrived.</source>
        <translation>%1 Frames sind eingetroffen.</translation>
    </message>
    <message>
        <source>Listening at %1, for pages at %2. No frames have arrived yet.</source>
        <translation>Lauscht auf %1, für Webseiten auf %2. Noch kein Frame eingetroffen.</translation>
    </message>
</context>
<context>
    <name>oddbounce::Session</name>
    <message>
        <source>%1 (body %2)</source>
        <translation>%1 (Körper %2)</translation>
    </message>
    <message>
        <source>frame %1</source>
        <translation>Frame %1</translation>
    </message>
    <message>
        <source>frames %1 to %2</source>
        <translation>Frames %1 bis %2</translation>
    </message>
    <message>
        <source>Cause:</source>
        <translation>Ursache:</translation>
    </message>
    <message>
        <source>frame</source>
        <translation>Frame</translation>
    </message>
    <message>
        <source>%1: cannot be written: %2</source>
        <translation>%1: lässt sich nicht schreiben: %2</translation>
    </message>
    <message>
        <source>frame %1 + %2 %</source>
        <translation>Frame %1 + %2 %</translation>
    </message>
    <message>
        <source>Nothing touches here.</source>
        <translation>Hier berührt sich nichts.</translation>
    </message>
    <message>
        <source>Add candidate fix</source>
        <translation>Korrekturvorschlag hinzufügen</translation>
    </message>
    <message>
        <source>Change candidate fix</source>
        <translation>Korrekturvorschlag ändern</translation>
    </message>
    <message>
        <source>Remove candidate fix</source>
        <translation>Korrekturvorschlag entfernen</translation>
    </message>
    <message>
        <source>Add note</source>
        <translation>Notiz hinzufügen</translation>
    </message>
    <message>
        <source>Remove note</source>
        <translation>Notiz entfernen</translation>
    </message>
    <message>
        <source>Change note</source>
        <translation>Notiz ändern</translation>
    </message>
    <message>
        <source>Choose a finding first: the clip is cut around it.</source>
        <translation>Wähle zuerst einen Befund: Der Clip wird um ihn herum geschnitten.</translation>
    </message>
    <message>
        <source>Cutting the clip…</source>
        <translation>Clip wird geschnitten…</translation>
    </message>
    <message>
        <source>Saved %1: %2 frames, %3 bodies.</source>
        <translation>%1 gespeichert: %2 Frames, %3 Körper.</translation>
    </message>
    <message>
        <source>Not saved: %1</source>
        <translation>Nicht gespeichert: %1</translation>
    </message>
    <message>
        <source>Mark as expected</source>
        <translation>Als erwartet markieren</translation>
    </message>
    <message>
        <source>Remove mark</source>
        <translation>Markierung entfernen</translation>
    </message>
    <message>
        <source>It is still expected according to %1.</source>
        <translation>Laut %1 gilt er weiter als erwartet.</translation>
    </message>
    <message>
        <source>%1: cannot be created; sessions are saved there</source>
        <translation>%1: lässt sich nicht anlegen; dort werden Sitzungen gespeichert</translation>
    </message>
    <message>
        <source>%1 is over: %2.</source>
        <translation>%1 ist beendet: %2.</translation>
    </message>
    <message>
        <source>A game was refused: %1</source>
        <translation>Ein Spiel wurde abgewiesen: %1</translation>
    </message>
    <message>
        <source>A game is sending frames (%1). F shows it.</source>
        <translation>Ein Spiel sendet Frames (%1). F zeigt es.</translation>
    </message>
    <message>
        <source>marked by the game</source>
        <translation>vom Spiel markiert</translation>
    </message>
    <message>
        <source>Mark of the game</source>
        <translation>Markierung des Spiels</translation>
    </message>
    <message>
        <source>depth %1</source>
        <translation>Tiefe %1</translation>
    </message>
    <message>
        <source>gap %1</source>
        <translation>Lücke %1</translation>
    </message>
    <message>
        <source>on the edge</source>
        <translation>auf der Kante</translation>
    </message>
    <message>
        <source>%1 ULP</source>
        <translation>%1 ULP</translation>
    </message>
    <message>
        <source>%1: expected a name that ends in .png or .svg</source>
        <translation>%1: erwartet wird ein Name, der auf .png oder .svg endet</translation>
    </message>
    <message>
        <source>lines %1 %2 apart</source>
        <translation>Linien im Abstand von %1 %2</translation>
    </message>
    <message>
        <source>Keep as a check</source>
        <translation>Als Prüfung behalten</translation>
    </message>
    <message>
        <source>Drop the check</source>
        <translation>Prüfung weglassen</translation>
    </message>
    <message>
        <source>Kept as a check in %1. &quot;oddb guard&quot; runs it.</source>
        <translation>Als Prüfung behalten in %1. „oddb guard“ führt sie aus.</translation>
    </message>
    <message>
        <source>The check is dropped.</source>
        <translation>Die Prüfung ist weggelassen.</translation>
    </message>
</context>
<context>
    <name>oddbounce::SettingsDialog</name>
    <message>
        <source>Project settings</source>
        <translation>Projekteinstellungen</translation>
    </message>
    <message>
        <source>Judging with these values: %1 %</source>
        <translation>Prüfung mit diesen Werten: %1 %</translation>
    </message>
    <message>
        <source>for</source>
        <translation>für</translation>
    </message>
    <message>
        <source>filter: fault, word…</source>
        <translation>Filter: Fehler, Wort…</translation>
    </message>
    <message>
        <source>thresholds</source>
        <translation>Schwellen</translation>
    </message>
    <message>
        <source>Reset to default</source>
        <translation>Zurücksetzen</translation>
    </message>
    <message>
        <source>Gives the chosen threshold its default value again</source>
        <translation>Gibt der gewählten Schwelle ihren Standardwert zurück</translation>
    </message>
    <message>
        <source>Effect on this recording</source>
        <translation>Wirkung auf diese Aufzeichnung</translation>
    </message>
    <message>
        <source>effect on this recording</source>
        <translation>Wirkung auf diese Aufzeichnung</translation>
    </message>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>all bodies</source>
        <translation>alle Körper</translation>
    </message>
    <message>
        <source>%1 and %2</source>
        <translation>%1 und %2</translation>
    </message>
    <message>
        <source>%1 %2, %3, frame %4</source>
        <translation>%1 %2, %3, Frame %4</translation>
    </message>
    <message>
        <source>1 finding</source>
        <translation>1 Befund</translation>
    </message>
    <message>
        <source>%1 findings</source>
        <translation>%1 Befunde</translation>
    </message>
    <message>
        <source>No value is changed yet. Change one to see its effect on this recording.</source>
        <translation>Noch ist kein Wert geändert. Ändere einen, um seine Wirkung auf diese Aufzeichnung zu sehen.</translation>
    </message>
    <message>
        <source>Judging with these values…</source>
        <translation>Prüfung mit diesen Werten…</translation>
    </message>
    <message>
        <source>The findings stay the same.</source>
        <translation>Die Befunde bleiben gleich.</translation>
    </message>
    <message>
        <source>%1 would disappear, %2 would appear.</source>
        <translation>Es entfielen: %1. Neu wären: %2.</translation>
    </message>
    <message>
        <source>Save to project</source>
        <translation>Für Projekt speichern</translation>
    </message>
    <message>
        <source>Saved in %1 for all recordings in this folder and below. oddb uses it too.</source>
        <translation>Wird in %1 gespeichert, für alle Aufzeichnungen in diesem Ordner und darunter. Auch oddb verwendet es.</translation>
    </message>
</context>
<context>
    <name>oddbounce::SettingsModel</name>
    <message>
        <source>All rules</source>
        <translation>Alle Regeln</translation>
    </message>
    <message>
        <source>Verdicts</source>
        <translation>Urteile</translation>
    </message>
    <message>
        <source>Solver</source>
        <translation>Solver</translation>
    </message>
    <message>
        <source>Runs</source>
        <translation>Abläufe</translation>
    </message>
    <message>
        <source>Response</source>
        <translation>Reaktion</translation>
    </message>
    <message>
        <source>threshold</source>
        <translation>Schwelle</translation>
    </message>
    <message>
        <source>value</source>
        <translation>Wert</translation>
    </message>
    <message>
        <source>unit</source>
        <translation>Einheit</translation>
    </message>
    <message>
        <source>default</source>
        <translation>Standard</translation>
    </message>
</context>
<context>
    <name>oddbounce::ShakeChart</name>
    <message>
        <source>share of starts that fail</source>
        <translation>Anteil der Anfänge mit Fehler</translation>
    </message>
    <message>
        <source>%1 step</source>
        <translation>%1 Schritt</translation>
    </message>
    <message>
        <source>Ask how safe the fix is: from which starts the fault still shows is drawn here.</source>
        <translation>Frage, wie sicher die Korrektur ist: Hier steht, aus welchen Anfängen der Fehler noch auftritt.</translation>
    </message>
    <message>
        <source>start %1 is shown: it %2 without the fix, and %3 with it</source>
        <translation>Anfang %1: ohne die Korrektur %2, mit ihr %3</translation>
    </message>
    <message>
        <source>fails</source>
        <translation>fehlerhaft</translation>
    </message>
    <message>
        <source>does not fail</source>
        <translation>fehlerfrei</translation>
    </message>
    <message>
        <source>hollow: without · full: with the fix</source>
        <translation>hohl: ohne · voll: mit der Korrektur</translation>
    </message>
</context>
<context>
    <name>oddbounce::SidesChart</name>
    <message>
        <source>sides from which the fault shows</source>
        <translation>Seiten, von denen der Fehler auftritt</translation>
    </message>
    <message>
        <source>shown: %1</source>
        <translation>gezeigt: %1</translation>
    </message>
    <message>
        <source>Ask from which sides the fault shows: each way to the obstacle is drawn here.</source>
        <translation>Frage, von welchen Seiten der Fehler auftritt: Hier steht jeder Weg zum Hindernis.</translation>
    </message>
    <message>
        <source>× still fails · ○ fixed · ● right</source>
        <translation>× scheitert · ○ behoben · ● richtig</translation>
    </message>
</context>
<context>
    <name>oddbounce::SnippetBox</name>
    <message>
        <source>Copy the code</source>
        <translation>Code kopieren</translation>
    </message>
    <message>
        <source>language</source>
        <translation>Sprache</translation>
    </message>
    <message>
        <source>code</source>
        <translation>Code</translation>
    </message>
</context>
<context>
    <name>oddbounce::StartPage</name>
    <message>
        <source>correct version</source>
        <translation>richtige Fassung</translation>
    </message>
    <message>
        <source>Finds faulty collisions in recorded frames, shows the exact moment, explains the cause, and checks the change that should fix it.</source>
        <translation>Findet fehlerhafte Kollisionen in aufgezeichneten Frames, zeigt den genauen Moment, erklärt die Ursache und prüft die Änderung, die sie beheben soll.</translation>
    </message>
    <message>
        <source>Open a recording…</source>
        <translation>Aufzeichnung öffnen…</translation>
    </message>
    <message>
        <source>Listen for a running game</source>
        <translation>Auf ein Spiel lauschen</translation>
    </message>
    <message>
        <source>Record your game…</source>
        <translation>Dein Spiel aufzeichnen…</translation>
    </message>
    <message>
        <source>Help</source>
        <translation>Hilfe</translation>
    </message>
    <message>
        <source>Light or dark</source>
        <translation>Hell oder dunkel</translation>
    </message>
    <message>
        <source>Recent</source>
        <translation>Zuletzt geöffnet</translation>
    </message>
    <message>
        <source>Samples from Gullwick Post, each one faulty and correct</source>
        <translation>Beispiele aus Gullwick Post, jedes fehlerhaft und richtig</translation>
    </message>
    <message>
        <source>The samples are not installed. &quot;gullwick FOLDER&quot; writes them.</source>
        <translation>Die Beispiele sind nicht installiert. „gullwick ORDNER“ schreibt sie.</translation>
    </message>
    <message>
        <source>Stop listening</source>
        <translation>Nicht mehr lauschen</translation>
    </message>
    <message>
        <source>You can also drop a .bouncelog or .bounce file on this window.</source>
        <translation>Du kannst auch eine .bouncelog- oder .bounce-Datei auf dieses Fenster ziehen.</translation>
    </message>
    <message>
        <source>Listening at %1. A game that sends there is shown at once.</source>
        <translation>Lauscht auf %1. Ein Spiel, das dorthin sendet, wird sofort gezeigt.</translation>
    </message>
</context>
<context>
    <name>oddbounce::StripWidget</name>
    <message>
        <source>Frames around the moment. Click one to go there.</source>
        <translation>Frames um den Moment. Klick geht zu einem.</translation>
    </message>
    <message>
        <source>frames around the moment</source>
        <translation>Frames um den Moment</translation>
    </message>
    <message>
        <source>frames %1 to %2, now at frame %3</source>
        <translation>Frames %1 bis %2, jetzt bei Frame %3</translation>
    </message>
</context>
<context>
    <name>oddbounce::TimelineWidget</name>
    <message>
        <source>Click to go to a frame, with Alt to a sixteenth of a step. The wheel zooms, with Shift it pans.</source>
        <translation>Klick geht zu einem Frame, mit Alt zu einem Sechzehntel eines Schritts. Das Mausrad zoomt, mit Umschalt verschiebt es.</translation>
    </message>
    <message>
        <source>lanes</source>
        <translation>Spuren</translation>
    </message>
    <message>
        <source>%1 lanes</source>
        <translation>%1 Spuren</translation>
    </message>
    <message>
        <source>gap</source>
        <translation>Lücke</translation>
    </message>
    <message>
        <source>approaching at</source>
        <translation>Annäherung mit</translation>
    </message>
    <message>
        <source>speed</source>
        <translation>Tempo</translation>
    </message>
    <message>
        <source>findings</source>
        <translation>Befunde</translation>
    </message>
    <message>
        <source>rays</source>
        <translation>Strahlen</translation>
    </message>
    <message>
        <source>events</source>
        <translation>Ereignisse</translation>
    </message>
    <message>
        <source>notes</source>
        <translation>Notizen</translation>
    </message>
    <message>
        <source>timeline</source>
        <translation>Zeitleiste</translation>
    </message>
    <message>
        <source>touching</source>
        <translation>in Berührung</translation>
    </message>
    <message>
        <source>near</source>
        <translation>nah</translation>
    </message>
    <message>
        <source>apart</source>
        <translation>getrennt</translation>
    </message>
</context>
<context>
    <name>oddbounce::ViewWidget</name>
    <message>
        <source>view of the moment</source>
        <translation>Ansicht des Moments</translation>
    </message>
    <message>
        <source>following the body · H lets go</source>
        <translation>folgt dem Körper · H lässt los</translation>
    </message>
    <message>
        <source>measure: click the first point</source>
        <translation>messen: ersten Punkt anklicken</translation>
    </message>
    <message>
        <source>%1, %2, angle %3°</source>
        <translation>%1, %2, Winkel %3°</translation>
    </message>
    <message>
        <source>, layer %1</source>
        <translation>, Ebene %1</translation>
    </message>
    <message>
        <source>Note</source>
        <translation>Notiz</translation>
    </message>
    <message>
        <source>Clear the text to remove the note.</source>
        <translation>Ohne Text wird die Notiz entfernt.</translation>
    </message>
    <message>
        <source>Saved with the case, at this place and moment:</source>
        <translation>Wird mit dem Fall gespeichert, an diesem Ort und Moment:</translation>
    </message>
    <message>
        <source>drag it</source>
        <translation>ziehen</translation>
    </message>
    <message>
        <source>%1: drag it, or double-click it to type</source>
        <translation>%1: ziehen, oder doppelklicken und eintippen</translation>
    </message>
    <message>
        <source>numbers of the handle</source>
        <translation>Zahlen des Griffs</translation>
    </message>
    <message>
        <source>Return takes the numbers, Escape leaves them as they were.</source>
        <translation>Eingabe übernimmt die Zahlen, Escape lässt sie, wie sie waren.</translation>
    </message>
    <message>
        <source>One number is expected, with a point before decimals.</source>
        <translation>Erwartet wird eine Zahl, mit Punkt vor den Nachkommastellen.</translation>
    </message>
    <message>
        <source>%1 numbers are expected, with a point before decimals.</source>
        <translation>Erwartet werden %1 Zahlen, mit Punkt vor den Nachkommastellen.</translation>
    </message>
</context>
<context>
    <name>oddbounce::WhyNotDialog</name>
    <message>
        <source>Why not?</source>
        <translation>Warum nicht?</translation>
    </message>
    <message>
        <source>fault</source>
        <translation>Fehler</translation>
    </message>
    <message>
        <source>frames</source>
        <translation>Frames</translation>
    </message>
    <message>
        <source>bodies</source>
        <translation>Körper</translation>
    </message>
    <message>
        <source>why not</source>
        <translation>warum nicht</translation>
    </message>
    <message>
        <source>reasons</source>
        <translation>Gründe</translation>
    </message>
    <message>
        <source>What the rules considered of %1 about frame %2, and why they did not report it. Bold: at this frame.</source>
        <translation>Was die Regeln an %1 um Frame %2 erwogen haben und warum sie es nicht melden. Fett: in diesem Frame.</translation>
    </message>
    <message>
        <source>What the rules considered about frame %1, and why they did not report it. Bold: at this frame. Choose a body to see its part only.</source>
        <translation>Was die Regeln um Frame %1 erwogen haben und warum sie es nicht melden. Fett: in diesem Frame. Wähle einen Körper, um nur seinen Teil zu sehen.</translation>
    </message>
    <message>
        <source>It was found.</source>
        <translation>Es wurde gefunden.</translation>
    </message>
    <message numerus="yes">
        <source>%n other faults were judged and saw nothing of their kind here.</source>
        <translation>
            <numerusform>%n anderer Fehler wurde geprüft und sah hier nichts seiner Art.</numerusform>
            <numerusform>%n andere Fehler wurden geprüft und sahen hier nichts ihrer Art.</numerusform>
        </translation>
    </message>
</context>
<context>
    <name>oddbounce::Window</name>
    <message>
        <source>Open…</source>
        <translation>Öffnen…</translation>
    </message>
    <message>
        <source>Recent</source>
        <translation>Zuletzt geöffnet</translation>
    </message>
    <message>
        <source>Start page</source>
        <translation>Startseite</translation>
    </message>
    <message>
        <source>Listen for a running game</source>
        <translation>Auf ein Spiel lauschen</translation>
    </message>
    <message>
        <source>Save a clip of the finding…</source>
        <translation>Clip des Befunds speichern…</translation>
    </message>
    <message>
        <source>Save the smallest clip that shows it…</source>
        <translation>Kleinsten Clip speichern, der ihn zeigt…</translation>
    </message>
    <message>
        <source>Save the view as a picture…</source>
        <translation>Ansicht als Bild speichern…</translation>
    </message>
    <message>
        <source>view</source>
        <translation>Ansicht</translation>
    </message>
    <message>
        <source>Save a ticket card…</source>
        <translation>Ticketkarte speichern…</translation>
    </message>
    <message>
        <source>Save the finding as a web page…</source>
        <translation>Befund als Webseite speichern…</translation>
    </message>
    <message>
        <source>Project settings…</source>
        <translation>Projekteinstellungen…</translation>
    </message>
    <message>
        <source>Quit</source>
        <translation>Beenden</translation>
    </message>
    <message>
        <source>Go to a frame</source>
        <translation>Gehe zu Frame</translation>
    </message>
    <message>
        <source>frame</source>
        <translation>Frame</translation>
    </message>
    <message>
        <source>Play or pause</source>
        <translation>Abspielen oder anhalten</translation>
    </message>
    <message>
        <source>Faster</source>
        <translation>Schneller</translation>
    </message>
    <message>
        <source>Slower</source>
        <translation>Langsamer</translation>
    </message>
    <message>
        <source>Next frame</source>
        <translation>Nächster Frame</translation>
    </message>
    <message>
        <source>Previous frame</source>
        <translation>Vorheriger Frame</translation>
    </message>
    <message>
        <source>Ten frames on</source>
        <translation>Zehn Frames vor</translation>
    </message>
    <message>
        <source>Ten frames back</source>
        <translation>Zehn Frames zurück</translation>
    </message>
    <message>
        <source>A sixteenth of a step on</source>
        <translation>Ein Sechzehntel Schritt vor</translation>
    </message>
    <message>
        <source>A sixteenth of a step back</source>
        <translation>Ein Sechzehntel Schritt zurück</translation>
    </message>
    <message>
        <source>First frame</source>
        <translation>Erster Frame</translation>
    </message>
    <message>
        <source>Last frame</source>
        <translation>Letzter Frame</translation>
    </message>
    <message>
        <source>Go to a frame…</source>
        <translation>Zu einem Frame…</translation>
    </message>
    <message>
        <source>The touch</source>
        <translation>Die Berührung</translation>
    </message>
    <message>
        <source>Next finding</source>
        <translation>Nächster Befund</translation>
    </message>
    <message>
        <source>Previous finding</source>
        <translation>Vorheriger Befund</translation>
    </message>
    <message>
        <source>Worst finding</source>
        <translation>Schwerster Befund</translation>
    </message>
    <message>
        <source>Follow the newest frame</source>
        <translation>Neuestem Frame folgen</translation>
    </message>
    <message>
        <source>Fit the finding</source>
        <translation>Befund einpassen</translation>
    </message>
    <message>
        <source>Fit the whole scene</source>
        <translation>Ganze Szene einpassen</translation>
    </message>
    <message>
        <source>Follow the chosen body</source>
        <translation>Gewähltem Körper folgen</translation>
    </message>
    <message>
        <source>Ghosts</source>
        <translation>Nachbilder</translation>
    </message>
    <message>
        <source>Loupe</source>
        <translation>Lupe</translation>
    </message>
    <message>
        <source>The game&apos;s pictures</source>
        <translation>Bilder des Spiels</translation>
    </message>
    <message>
        <source>Measure</source>
        <translation>Messen</translation>
    </message>
    <message>
        <source>Show only the chosen body and what it meets</source>
        <translation>Nur gewählten Körper zeigen und was er trifft</translation>
    </message>
    <message>
        <source>What stops the chosen body?</source>
        <translation>Was hält den gewählten Körper auf?</translation>
    </message>
    <message>
        <source>Choose a body first. What does not stop it is then drawn faintly.</source>
        <translation>Wähle zuerst einen Körper. Was ihn nicht aufhält, wird dann blass gezeichnet.</translation>
    </message>
    <message>
        <source>Dark theme</source>
        <translation>Dunkles Farbschema</translation>
    </message>
    <message>
        <source>Larger text</source>
        <translation>Größerer Text</translation>
    </message>
    <message>
        <source>Smaller text</source>
        <translation>Kleinerer Text</translation>
    </message>
    <message>
        <source>Normal text</source>
        <translation>Normaler Text</translation>
    </message>
    <message>
        <source>Full screen</source>
        <translation>Vollbild</translation>
    </message>
    <message>
        <source>Copy the view as a picture</source>
        <translation>Ansicht als Bild kopieren</translation>
    </message>
    <message>
        <source>Copy the strip as a picture</source>
        <translation>Bildstreifen als Bild kopieren</translation>
    </message>
    <message>
        <source>strip</source>
        <translation>Bildstreifen</translation>
    </message>
    <message>
        <source>Language: %1</source>
        <translation>Sprache: %1</translation>
    </message>
    <message>
        <source>as the system</source>
        <translation>wie das System</translation>
    </message>
    <message>
        <source>Filter the findings</source>
        <translation>Befunde filtern</translation>
    </message>
    <message>
        <source>Mark as expected, or not…</source>
        <translation>Als erwartet markieren oder nicht…</translation>
    </message>
    <message>
        <source>Mark all like it as expected…</source>
        <translation>Alle gleichen als erwartet markieren…</translation>
    </message>
    <message>
        <source>Copy as text</source>
        <translation>Als Text kopieren</translation>
    </message>
    <message>
        <source>Copy as Markdown</source>
        <translation>Als Markdown kopieren</translation>
    </message>
    <message>
        <source>Copy a ticket card</source>
        <translation>Ticketkarte kopieren</translation>
    </message>
    <message>
        <source>Add a note here…</source>
        <translation>Hier eine Notiz hinzufügen…</translation>
    </message>
    <message>
        <source>What is judged…</source>
        <translation>Was geprüft wird…</translation>
    </message>
    <message>
        <source>Let go of the finding, the body, the filter</source>
        <translation>Befund, Körper, Filter loslassen</translation>
    </message>
    <message>
        <source>New candidate fix…</source>
        <translation>Neuer Korrekturvorschlag…</translation>
    </message>
    <message>
        <source>Undo</source>
        <translation>Rückgängig</translation>
    </message>
    <message>
        <source>Redo</source>
        <translation>Wiederherstellen</translation>
    </message>
    <message>
        <source>User guide</source>
        <translation>Handbuch</translation>
    </message>
    <message>
        <source>Search the commands…</source>
        <translation>Befehle suchen…</translation>
    </message>
    <message>
        <source>All keys</source>
        <translation>Alle Tasten</translation>
    </message>
    <message>
        <source>Record your game…</source>
        <translation>Dein Spiel aufzeichnen…</translation>
    </message>
    <message>
        <source>About Odd Bounce</source>
        <translation>Über Odd Bounce</translation>
    </message>
    <message>
        <source>timeline</source>
        <translation>Zeitleiste</translation>
    </message>
    <message>
        <source>Reading %1…</source>
        <translation>%1 wird gelesen…</translation>
    </message>
    <message>
        <source>%1 s left</source>
        <translation>noch %1 s</translation>
    </message>
    <message>
        <source>Reading %1: %2 %</source>
        <translation>%1 wird gelesen: %2 %</translation>
    </message>
    <message>
        <source>frame %1 + %2 %</source>
        <translation>Frame %1 + %2 %</translation>
    </message>
    <message>
        <source>%1 steps/s</source>
        <translation>%1 Schritte/s</translation>
    </message>
    <message>
        <source>Playback speed (+ and −)</source>
        <translation>Abspieltempo (+ und −)</translation>
    </message>
    <message>
        <source>playback speed</source>
        <translation>Abspieltempo</translation>
    </message>
    <message>
        <source>Ghosts of the neighboring frames</source>
        <translation>Nachbilder der Nachbarframes</translation>
    </message>
    <message>
        <source>Measure lengths and angles</source>
        <translation>Längen und Winkel messen</translation>
    </message>
    <message>
        <source>Light or dark</source>
        <translation>Hell oder dunkel</translation>
    </message>
    <message>
        <source>Stop reading</source>
        <translation>Lesen abbrechen</translation>
    </message>
    <message>
        <source>Stopped reading.</source>
        <translation>Lesen abgebrochen.</translation>
    </message>
    <message>
        <source>What is judged, and what to log for the rest</source>
        <translation>Was geprüft wird und was für den Rest zu loggen ist</translation>
    </message>
    <message>
        <source>a game is sending: show it</source>
        <translation>ein Spiel sendet: zeigen</translation>
    </message>
    <message>
        <source>live · newest frame</source>
        <translation>live · neuester Frame</translation>
    </message>
    <message>
        <source>live · go to the newest frame</source>
        <translation>live · zum neuesten Frame</translation>
    </message>
    <message>
        <source>Frames come in. Move in time and the view stays where you look (F)</source>
        <translation>Frames treffen ein. Gehe in der Zeit, und die Ansicht bleibt dort (F)</translation>
    </message>
    <message>
        <source>Follows the newest frame (F)</source>
        <translation>Folgt dem neuesten Frame (F)</translation>
    </message>
    <message>
        <source>%1 · %2 frames · %3 per second</source>
        <translation>%1 · %2 Frames · %3 je Sekunde</translation>
    </message>
    <message>
        <source>Open a recording</source>
        <translation>Aufzeichnung öffnen</translation>
    </message>
    <message>
        <source>Recordings (*.bouncelog *.bouncelog.zst *.bounce);;All files (*)</source>
        <translation>Aufzeichnungen (*.bouncelog *.bouncelog.zst *.bounce);;Alle Dateien (*)</translation>
    </message>
    <message>
        <source>Choose this body</source>
        <translation>Diesen Körper wählen</translation>
    </message>
    <message>
        <source>Hide this body</source>
        <translation>Diesen Körper ausblenden</translation>
    </message>
    <message>
        <source>Show all bodies</source>
        <translation>Alle Körper zeigen</translation>
    </message>
    <message>
        <source>Copy as a picture</source>
        <translation>Als Bild kopieren</translation>
    </message>
    <message>
        <source>Save as PNG or SVG…</source>
        <translation>Als PNG oder SVG speichern…</translation>
    </message>
    <message>
        <source>Choose a finding first. It is then marked as expected.</source>
        <translation>Wähle zuerst einen Befund. Er wird dann als erwartet markiert.</translation>
    </message>
    <message>
        <source>Marked as expected. &quot;oddb scan&quot; does not count it either. Ctrl+Z undoes this.</source>
        <translation>Als erwartet markiert. Auch „oddb scan“ zählt ihn nicht. Strg+Z macht das rückgängig.</translation>
    </message>
    <message>
        <source>Open a recording first. The settings belong to its project.</source>
        <translation>Öffne zuerst eine Aufzeichnung. Die Einstellungen gehören zu ihrem Projekt.</translation>
    </message>
    <message>
        <source>Choose a finding first. The clip is cut around it.</source>
        <translation>Wähle zuerst einen Befund. Der Clip wird um ihn herum geschnitten.</translation>
    </message>
    <message>
        <source>Save a clip</source>
        <translation>Clip speichern</translation>
    </message>
    <message>
        <source>Recordings (*.bouncelog *.bouncelog.zst *.bounce)</source>
        <translation>Aufzeichnungen (*.bouncelog *.bouncelog.zst *.bounce)</translation>
    </message>
    <message>
        <source>Copied the %1 as a picture.</source>
        <translation>Als Bild kopiert: %1.</translation>
    </message>
    <message>
        <source>Save the %1</source>
        <translation>%1 speichern</translation>
    </message>
    <message>
        <source>Pictures (*.png *.svg)</source>
        <translation>Bilder (*.png *.svg)</translation>
    </message>
    <message>
        <source>Saved %1.</source>
        <translation>%1 gespeichert.</translation>
    </message>
    <message>
        <source>Choose a finding first. The card shows it.</source>
        <translation>Wähle zuerst einen Befund. Die Karte zeigt ihn.</translation>
    </message>
    <message>
        <source>Copied a ticket card.</source>
        <translation>Ticketkarte kopiert.</translation>
    </message>
    <message>
        <source>Save a ticket card</source>
        <translation>Ticketkarte speichern</translation>
    </message>
    <message>
        <source>Choose a finding first.</source>
        <translation>Wähle zuerst einen Befund.</translation>
    </message>
    <message>
        <source>Copied the finding as Markdown.</source>
        <translation>Befund als Markdown kopiert.</translation>
    </message>
    <message>
        <source>Copied the finding as text.</source>
        <translation>Befund als Text kopiert.</translation>
    </message>
    <message>
        <source>Save the finding as a web page</source>
        <translation>Befund als Webseite speichern</translation>
    </message>
    <message>
        <source>Web pages (*.html)</source>
        <translation>Webseiten (*.html)</translation>
    </message>
    <message>
        <source>Inspects recorded frames of a game&apos;s physics to find faulty collisions.

GPL-3.0-or-later. The recorders are MIT, so that any game may include them.</source>
        <translation>Untersucht aufgezeichnete Frames der Physik eines Spiels und findet fehlerhafte Kollisionen.

GPL-3.0-or-later. Die Recorder stehen unter MIT, damit jedes Spiel sie verwenden darf.</translation>
    </message>
    <message>
        <source>Open a recording first.</source>
        <translation>Öffne zuerst eine Aufzeichnung.</translation>
    </message>
    <message>
        <source>Why was nothing found here?</source>
        <translation>Warum wurde hier nichts gefunden?</translation>
    </message>
    <message>
        <source>Review</source>
        <translation>Durchsicht</translation>
    </message>
    <message>
        <source>Fix bench</source>
        <translation>Werkbank</translation>
    </message>
    <message>
        <source>Recorded and with a fix side by side, which values work, how safe it is (B)</source>
        <translation>Aufgezeichnet und mit einer Korrektur nebeneinander, welche Werte wirken, wie sicher sie ist (B)</translation>
    </message>
    <message>
        <source>Recorded and fixed one over the other</source>
        <translation>Aufgezeichnet und korrigiert übereinander</translation>
    </message>
    <message>
        <source>This is for scenes of three dimensions.</source>
        <translation>Das gilt für dreidimensionale Szenen.</translation>
    </message>
    <message>
        <source>From outside, not cut</source>
        <translation>Von außen, nicht geschnitten</translation>
    </message>
    <message>
        <source>Look along %1</source>
        <translation>Entlang %1 blicken</translation>
    </message>
    <message>
        <source>Cut as the finding is best seen</source>
        <translation>Schnitt, der den Befund am besten zeigt</translation>
    </message>
    <message>
        <source>Push the cut away</source>
        <translation>Schnitt weiter weg</translation>
    </message>
    <message>
        <source>Pull the cut nearer</source>
        <translation>Schnitt näher heran</translation>
    </message>
</context>
</TS>
