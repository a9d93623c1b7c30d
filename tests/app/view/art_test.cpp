// SPDX-License-Identifier: GPL-3.0-or-later
// The game's pictures lie where the log says: the right way up, turned, mirrored and scaled with their body.
#include "core/scene.hpp"
#include "picture/pictures.hpp"
#include "view/picture.hpp"

#include <QTemporaryDir>
#include <QtTest>

#include <random>

using namespace oddbounce;
using json = nlohmann::json;

namespace {

/// Top left red, top right green, bottom left blue, bottom right clear.
std::string quarters() {
    Pixels p;
    p.width = p.height = 8;
    for (int y = 0; y < 8; ++y)
        for (int x = 0; x < 8; ++x) {
            const bool left = x < 4, top = y < 4;
            p.rgba.insert(p.rgba.end(), {static_cast<std::uint8_t>(left && top ? 255 : 0),
                                         static_cast<std::uint8_t>(!left && top ? 255 : 0),
                                         static_cast<std::uint8_t>(left && !top ? 255 : 0),
                                         static_cast<std::uint8_t>(!left && !top ? 0 : 255)});
        }
    return uri_of_png(encode_png(p));
}

char letter(const QColor& c) {
    if (c.red() > c.green() + 40 && c.red() > c.blue() + 40) return 'r';
    if (c.green() > c.red() + 40 && c.green() > c.blue() + 40) return 'g';
    if (c.blue() > c.red() + 40 && c.blue() > c.green() + 40) return 'b';
    return '.';
}

} // namespace

class ArtTest : public QObject {
    Q_OBJECT
  private slots:
    void mapping_goesThereAndBackWithUpDown() {
        for (const Vec3 up : {Vec3(0, 1, 0), Vec3(0, -1, 0), Vec3(0.6, 0.8, 0)}) {
            Mapping m;
            m.area = QRectF(0, 0, 400, 300), m.center = {1e6, -5, 0}, m.scale = 3.5;
            m.look_up(up);
            const Vec3 p(1e6 + 12.25, 7.5, 0.0);
            QVERIFY(glm::length(m.from(m.to(p)) - p) < 1e-6);
            const Vec3 fixed = m.from({100, 50});
            m.zoom_at({100, 50}, 1.7);
            QVERIFY(glm::length(m.from({100, 50}) - fixed) < 1e-6);
            QVERIFY(m.to(m.center + up).y() < m.to(m.center).y());
        }
    }

    void pictures_lieWhereTheyShould_data() {
        QTest::addColumn<double>("up");
        QTest::addColumn<QString>("row"); // of the body: turn, scale x, scale y
        QTest::addColumn<QString>("what");
        QTest::addColumn<QString>("visible"); // on the screen: top left, top right, bottom left, bottom right
        QTest::newRow("y up") << 1.0 << "0 1 1"
                              << "art"
                              << "rgb.";
        QTest::newRow("y down") << -1.0 << "0 1 1"
                                << "art"
                                << "rgb.";
        QTest::newRow("a quarter turn to the left") << 1.0 << "1.5707963 1 1"
                                                    << "art"
                                                    << "g.rb";
        QTest::newRow("to the right where y is down") << -1.0 << "1.5707963 1 1"
                                                      << "art"
                                                      << "br.g";
        QTest::newRow("mirrored") << 1.0 << "0 -1 1"
                                  << "art"
                                  << "gr.b";
        QTest::newRow("upside down") << 1.0 << "0 1 -1"
                                     << "art"
                                     << "b.rg";
        QTest::newRow("backdrop") << 1.0 << "0 1 1"
                                  << "backdrop"
                                  << "rgb.";
        QTest::newRow("screenshot") << -1.0 << "0 1 1"
                                    << "screenshot"
                                    << "rgb.";
        QTest::newRow("not wanted") << 1.0 << "0 1 1"
                                    << "off"
                                    << "....";
    }
    void pictures_lieWhereTheyShould() {
        QFETCH(double, up);
        QFETCH(QString, row);
        QFETCH(QString, what);
        QFETCH(QString, visible);
        const QStringList numbers = row.split(' ');
        const json header = {{"up", {0.0, up}}};
        Scene s(header);
        s.body(1, "kinematic", {{"type", "chain"}, {"points", {{-400, 0}, {-400, 1}}}});
        json art = {{"art", 1}, {"image", quarters()}, {"size", {80, 60}}, {"at", {100, 50}}};
        if (what == "art" || what == "off") art["body"] = 1, art["at"] = {0, 0};
        if (what != "screenshot") s.line(art);
        json frame = {{"scale", {{1, numbers[1].toDouble(), numbers[2].toDouble()}}}};
        if (what == "screenshot") frame["screenshot"] = {{"image", quarters()}, {"rect", {60, 20, 140, 80}}};
        s.frame(json::array({{1, 100, 50, numbers[0].toDouble()}}), frame);
        QTemporaryDir folder;
        const std::string path = folder.filePath("a.bouncelog").toStdString();
        write_file(path, s.text());

        Session session;
        session.wait_for_pictures(), session.set_shows_pictures(what != "off");
        QString error;
        QVERIFY2(session.open(QString::fromStdString(path), error), qPrintable(error));
        Mapping m;
        m.area = QRectF(0, 0, 400, 300), m.center = {100, 50, 0}, m.scale = 2.0;
        m.look_up(session.recording()->header.up);
        const QImage image = image_of({400, 300}, [&](QPainter& p) {
            SceneOptions o = scene_options(session);
            o.grid = o.names = false;
            paint_moment(p, session, m, o, false);
        });
        QString out;
        for (const QPoint& corner : {QPoint(-1, -1), QPoint(1, -1), QPoint(-1, 1), QPoint(1, 1)})
            out += letter(image.pixelColor(QPoint(200, 150) + corner * 30));
        QCOMPARE(out, visible);
        const bool turned = numbers[0].toDouble() != 0.0; // then it is 80 high, else 60
        QCOMPARE(letter(image.pixelColor(200 - 30, 150 - 70)), turned ? visible[0].toLatin1() : '.');
    }

    void largePictures_comeLater() {
        Pixels p;
        p.width = p.height = 256;
        std::mt19937 random(5); // does not compress
        for (int i = 0; i < 256 * 256; ++i)
            p.rgba.insert(p.rgba.end(),
                          {static_cast<std::uint8_t>(random()), static_cast<std::uint8_t>(random()),
                           static_cast<std::uint8_t>(random()), 255});
        Scene s;
        s.body(1, "kinematic", Scene::ball(5));
        s.line({{"art", 1}, {"body", 1}, {"image", uri_of_png(encode_png(p))}, {"size", {80, 60}}});
        s.frame(json::array({{1, 0, 0}}));
        QTemporaryDir folder;
        const std::string path = folder.filePath("a.bouncelog").toStdString();
        write_file(path, s.text());
        Session session;
        QString error;
        QVERIFY(session.open(QString::fromStdString(path), error));
        Mapping m;
        m.area = QRectF(0, 0, 200, 200);
        const auto drawn = [&] {
            return image_of({200, 200}, [&](QPainter& painter) {
                paint_moment(painter, session, m, scene_options(session), false);
            });
        };
        QSignalSpy arrived(&session, &Session::pictures_changed);
        const QImage before = drawn();
        QTRY_COMPARE(arrived.count(), 1);
        QVERIFY(drawn() != before);
    }
};

QTEST_MAIN(ArtTest)
#include "art_test.moc"
