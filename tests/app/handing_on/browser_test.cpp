// SPDX-License-Identifier: GPL-3.0-or-later
// The web page of a finding in a real browser, without a network: its pictures load, its frames can be
// stepped through, and a stranger's name stays text.
#include "handing_on/texts.hpp"
#include "theme/theme.hpp"

#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;

class BrowserTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;

    /// Run in the page after it has loaded; what it saw becomes the page's text.
    static constexpr const char* visit = R"(
<script>
const shown=()=>[...document.querySelectorAll('figure.frame')].findIndex(f=>!f.hidden);
const key=k=>document.dispatchEvent(new KeyboardEvent('keydown',{key:k}));
const seen={};
window.onerror=m=>seen.error=m;
seen.first=shown();
seen.touch=document.querySelectorAll('figure.frame')[seen.first].dataset.touch;
document.getElementById('on').click();seen.on=shown();
document.getElementById('back').click();document.getElementById('back').click();seen.back=shown();
key('ArrowRight');seen.right=shown();
for(let i=0;i<99;++i)key('ArrowRight');seen.last=shown();
seen.frames=document.querySelectorAll('figure.frame').length;
seen.visible=[...document.querySelectorAll('figure.frame')].filter(f=>!f.hidden).length;
seen.requests=performance.getEntriesByType('resource').filter(e=>!e.name.startsWith('data:')).length;
seen.foreign=document.querySelectorAll('img:not([src^="data:"]),b.evil').length;
window.onload=()=>{
  seen.pictures=[...document.images].filter(i=>i.complete&&i.naturalWidth>500).length;
  document.body.textContent='SEEN'+JSON.stringify(seen)+'END';
};
</script></body></html>)";

    /// The page's own words after the visit.
    QJsonObject visited(const QString& log) {
        Session s;
        s.wait_for_pictures();
        QString error;
        if (!s.open(log, error)) return {};
        while (!s.scan_complete()) QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 20);
        s.show_worst();
        const QString path = folder_.filePath("page.html");
        if (!s.finding() || !save_page(s, path, error)) return {};
        QFile page(path);
        if (!page.open(QIODevice::ReadWrite)) return {};
        const QByteArray changed = page.readAll().replace("</body></html>", visit);
        page.resize(0), page.seek(0), page.write(changed), page.close();
        QProcess browser;
        QTemporaryDir profile;
        browser.start(BROWSER,
                      {"--headless", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
                       "--disable-background-networking", "--disable-component-update", "--disable-sync",
                       "--user-data-dir=" + profile.path(), "--virtual-time-budget=10000", "--dump-dom",
                       "file://" + path});
        if (!browser.waitForFinished(120000)) return {};
        const QString dom = QString::fromUtf8(browser.readAllStandardOutput());
        const qsizetype from = dom.indexOf("SEEN{") + 4, to = dom.indexOf("}END") + 1;
        return QJsonDocument::fromJson(dom.mid(from, to - from).toUtf8()).object();
    }

  private slots:
    void initTestCase() { Theme::use(*qApp, false); }

    void page_stepsThroughItsFrames() {
        const QString log = folder_.filePath("net-throw.bouncelog");
        QVERIFY(QFile::copy(SAMPLES "/net-throw.bouncelog", log));
        const QJsonObject seen = visited(log);
        QVERIFY(!seen.isEmpty());
        QVERIFY2(!seen.contains("error"), qPrintable(seen["error"].toString()));
        const int first = seen["first"].toInt(), frames = seen["frames"].toInt();
        QVERIFY(frames >= 10 && first > 0);
        QCOMPARE(seen["touch"].toString(), QString("1")); // it opens on the touch
        QCOMPARE(seen["on"].toInt(), first + 1);
        QCOMPARE(seen["back"].toInt(), first - 1);
        QCOMPARE(seen["right"].toInt(), first);
        QCOMPARE(seen["last"].toInt(), frames - 1);
        QCOMPARE(seen["visible"].toInt(), 1);
        QCOMPARE(seen["pictures"].toInt(), frames);
        QCOMPARE(seen["requests"].toInt(), 0);
    }

    void strangersName_isText() {
        const QString path = folder_.filePath("strange.bouncelog");
        QFile log(SAMPLES "/hand-cart.bouncelog"), out(path);
        QVERIFY(log.open(QIODevice::ReadOnly) && out.open(QIODevice::WriteOnly));
        out.write(
            log.readAll().replace("\"hand cart\"", "\"<b class=evil>x</b><img src=http://127.0.0.1:9/x>\""));
        out.close();
        const QJsonObject seen = visited(path);
        QVERIFY(!seen.isEmpty());
        QCOMPARE(seen["foreign"].toInt(), 0);
        QCOMPARE(seen["requests"].toInt(), 0);
    }
};

QTEST_MAIN(BrowserTest)
#include "browser_test.moc"
