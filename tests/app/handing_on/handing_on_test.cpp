// SPDX-License-Identifier: GPL-3.0-or-later
// What is handed on: pictures, ticket cards, text, web pages. For every sample.
#include "fault/account_text.hpp"
#include "handing_on/card.hpp"
#include "handing_on/texts.hpp"
#include "report/xml.hpp"
#include "theme/theme.hpp"
#include "view/picture.hpp"

#include <QDir>
#include <QSvgRenderer>
#include <QTemporaryDir>
#include <QXmlStreamReader>
#include <QtTest>

using namespace oddbounce;

namespace {

QImage rendered(const QString& svg, const QSize& size) {
    QSvgRenderer renderer(svg);
    QImage out(size, QImage::Format_RGB32);
    out.fill(Qt::white);
    QPainter p(&out);
    renderer.render(&p);
    return out;
}

/// Mean difference of the channels, 0 to 255, of both pictures at an eighth of their size: edges may differ
/// by a pixel.
double difference(const QImage& a, const QImage& b) {
    const QSize small = a.size() / 8;
    const auto reduced = [&](const QImage& i) {
        return i.convertToFormat(QImage::Format_RGB32)
            .scaled(small, Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
    };
    const QImage x = reduced(a), y = reduced(b);
    double sum = 0.0;
    for (int j = 0; j < small.height(); ++j)
        for (int i = 0; i < small.width(); ++i) {
            const QColor c = x.pixelColor(i, j), d = y.pixelColor(i, j);
            sum +=
                std::abs(c.red() - d.red()) + std::abs(c.green() - d.green()) + std::abs(c.blue() - d.blue());
        }
    return sum / (3.0 * small.width() * small.height());
}

} // namespace

class HandingOnTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;

    void read(Session& s, const QString& name) {
        const QString path = folder_.filePath(name + ".bouncelog");
        QFile::copy(SAMPLES "/" + name + ".bouncelog", path);
        s.wait_for_pictures();
        QString error;
        QVERIFY2(s.open(path, error), qPrintable(error));
        QTRY_VERIFY_WITH_TIMEOUT(s.scan_complete(), 20000);
        s.show_worst();
    }
    void samples() {
        QTest::addColumn<QString>("name");
        for (const QFileInfo& f : QDir(SAMPLES).entryInfoList({"*.bouncelog"}))
            QTest::newRow(qPrintable(f.completeBaseName())) << f.completeBaseName();
    }

  private slots:
    void initTestCase() { Theme::use(*qApp, true); } // what is handed on is light all the same

    void svg_showsWhatThePngShows_data() { samples(); }
    void svg_showsWhatThePngShows() {
        QFETCH(QString, name);
        constexpr double tolerance = 2.5;
        Session s;
        read(s, name);
        QString error;
        const QString png = folder_.filePath("view.png"), svg = folder_.filePath("view.svg");
        {
            const LightForNow light;
            QVERIFY(save_picture(s, png, {640, 400}, error) && save_picture(s, svg, {640, 400}, error));
        }
        const QImage view(png);
        QCOMPARE(view.size(), 2 * QSize(640, 400));
        QCOMPARE(view.pixelColor(2, 2), Theme::light().paper);
        double d = difference(view, rendered(svg, view.size()));
        QVERIFY2(d < tolerance, qPrintable(QString::number(d)));
        if (!s.finding()) return;
        QVERIFY(save_card(s, folder_.filePath("card.png"), error) &&
                save_card(s, folder_.filePath("card.svg"), error));
        const QImage card(folder_.filePath("card.png"));
        QCOMPARE(card.size(), 2 * card_size);
        d = difference(card, rendered(folder_.filePath("card.svg"), card.size()));
        QVERIFY2(d < tolerance, qPrintable(QString::number(d)));
    }

    /// Title, bodies with ids, frames and the account in each; nothing is fetched from elsewhere.
    void texts_nameTheFinding_data() { samples(); }
    void texts_nameTheFinding() {
        QFETCH(QString, name);
        Session s;
        read(s, name);
        if (!s.finding()) return;
        const Finding& f = *s.finding();
        const QString page = page_of(s);
        for (const QString& text : {plain_text_of(s, f), markdown_of(s, f), page}) {
            QVERIFY(text.contains(QString::number(f.first)) && text.contains(QString::number(f.bodies[0])));
            const QString bare = QString(text).remove('\\');
            for (const Sentence& sentence : f.account) { // a cause may begin a sentence
                const QString words = QString::fromStdString(sentence.text).mid(1);
                const QString escaped = QString::fromStdString(xml_text(sentence.text)).mid(1);
                QVERIFY2(bare.contains(words) || bare.contains(escaped),
                         qPrintable(words + "\n" + text.left(2000)));
            }
        }
        for (const char* outside : {"src=\"http", "href=\"http", "url(http", "@import"})
            QVERIFY(!page.contains(outside));
        QVERIFY(page.count("data:image/png;base64,") >= 3);
    }

    /// A name from a stranger is text in each of them.
    void strangers_stayText() {
        const QString path = folder_.filePath("strange.bouncelog");
        QFile log(SAMPLES "/hand-cart.bouncelog"), out(path);
        QVERIFY(log.open(QIODevice::ReadOnly) && out.open(QIODevice::WriteOnly));
        out.write(log.readAll().replace("\"hand cart\"", "\"<img src=x onerror=alert(1)>`|*\"")), out.close();
        Session s;
        QString error;
        QVERIFY2(s.open(path, error), qPrintable(error));
        QTRY_VERIFY_WITH_TIMEOUT(s.scan_complete(), 20000);
        s.show_worst();
        QVERIFY(s.finding());
        QVERIFY(!page_of(s).contains("<img src=x"));
        const QString markdown = markdown_of(s, *s.finding());
        QVERIFY2(!markdown.contains(QRegularExpression("(?<!\\\\)<img")), qPrintable(markdown));
        QVERIFY(save_card(s, folder_.filePath("strange.svg"), error));
        QFile card(folder_.filePath("strange.svg"));
        QVERIFY(card.open(QIODevice::ReadOnly));
        QXmlStreamReader xml(&card);
        while (!xml.atEnd()) xml.readNext();
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
    }
};

QTEST_MAIN(HandingOnTest)
#include "handing_on_test.moc"
