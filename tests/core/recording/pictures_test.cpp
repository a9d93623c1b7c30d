// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures: read or refused, made into cells the right way up, and kept with the recording wherever it goes.
#include "core/scene.hpp"
#include "fault/scan.hpp"
#include "recording/clip.hpp"
#include "recording/edited.hpp"
#include "recording/screenshots.hpp"

#include <QDir>
#include <QTemporaryDir>
#include <QtTest>

#include <filesystem>
#include <random>

using namespace oddbounce;
using json = nlohmann::json;

namespace {

/// '#' filled, '+' half clear, anything else clear.
Pixels painted(const std::vector<std::string>& rows) {
    Pixels out;
    out.width = static_cast<int>(rows[0].size()), out.height = static_cast<int>(rows.size());
    for (const std::string& row : rows)
        for (const char c : row) {
            const std::uint8_t alpha = c == '#' ? 255 : c == '+' ? 128 : 0;
            out.rgba.insert(out.rgba.end(), {200, 40, 10, alpha});
        }
    return out;
}

const std::vector<std::string> hook = {"##.", "#..", "#+."}; // as it is seen

std::string refusal(const std::function<void()>& work) {
    try {
        work();
    } catch (const NoPicture& e) {
        return e.what();
    } catch (const BadInput& e) {
        return e.what();
    }
    return "";
}

/// A ball that rests in the gap of an L-shaped collider, drawn as a picture or spelled out.
Scene hooked(const json& header, const json& shape) {
    Scene s(header);
    json cells = {{"type", "cells"}, {"cell", 10.0}, {"origin", {0.0, 0.0}}};
    cells.update(shape);
    s.body(1, "static", cells).body(2, "kinematic", Scene::ball(3.0));
    s.line({{"art", 4}, {"body", 2}, {"image", "art/ball.png"}, {"size", {6, 6}}});
    for (int i = 0; i < 40; ++i) {
        const json rows = {{1, 0.0, 0.0}, {2, 40.0 - i, 25.0}};
        i == 20 ? s.frame(rows, {{"screenshot", {{"image", "shot20.png"}, {"rect", {0, 0, 30, 30}}}}})
                : s.frame(rows);
    }
    return s;
}

void write(const std::string& path, const std::string& bytes) {
    std::filesystem::create_directories(std::filesystem::path(path).parent_path());
    write_file(path, bytes);
}

} // namespace

class PicturesTest : public QObject {
    Q_OBJECT
  private slots:
    void png_comesBack() {
        Pixels p;
        p.width = 7, p.height = 5;
        std::mt19937 random(3);
        for (int i = 0; i < 7 * 5 * 4; ++i) p.rgba.push_back(static_cast<std::uint8_t>(random()));
        const std::string png = encode_png(p);
        QVERIFY(decode_png(png) == p);
        QCOMPARE(png_size(png).width, 7);
        for (std::size_t n = 0; n < 5; ++n) {
            const std::string part = png.substr(0, png.size() - n);
            QCOMPARE(png_in_uri(uri_of_png(part)), part);
        }
        QCOMPARE(uri_of_png("Man"), std::string("data:image/png;base64,TWFu")); // RFC 4648
        QCOMPARE(uri_of_png("Ma"), std::string("data:image/png;base64,TWE="));
    }

    void damagedPng_isReadOrRefused() {
        const std::string png = encode_png(painted(hook));
        std::mt19937 random(11);
        int refused = 0;
        for (int i = 0; i < 3000; ++i) {
            std::string bytes = png;
            for (unsigned k = 0; k < 1 + static_cast<unsigned>(i) % 4u; ++k)
                bytes[random() % bytes.size()] = static_cast<char>(random());
            if (i % 3 == 0) bytes.resize(random() % bytes.size());
            refused += !refusal([&] { decode_png(bytes); }).empty();
        }
        QVERIFY2(refused > 2000, qPrintable(QString::number(refused)));
    }

    void pngThatLies_isRefused_data() {
        QTest::addColumn<QByteArray>("bytes");
        QTest::addColumn<QString>("reason");
        const std::string good = encode_png(painted(hook));
        QByteArray huge(good.data(), static_cast<int>(good.size()));
        huge.replace(16, 8, QByteArray::fromHex("0000400000004000")); // 16384 x 16384, checksum of that
        huge.replace(29, 4, QByteArray::fromHex("a9c81084"));
        QTest::newRow("no PNG") << QByteArray("GIF89a") << "is not a PNG";
        QTest::newRow("empty") << QByteArray() << "is not a PNG";
        QTest::newRow("too many pixels") << huge << "pixels";
        QTest::newRow("only the beginning") << QByteArray(good.data(), 20) << "is not a usable PNG";
    }
    void pngThatLies_isRefused() {
        QFETCH(QByteArray, bytes);
        QFETCH(QString, reason);
        const std::string said = refusal([&] { decode_png(bytes.toStdString()); });
        QVERIFY2(QString::fromStdString(said).contains(reason), said.c_str());
    }

    void cells_areAsTheyAreSeen_data() {
        QTest::addColumn<double>("up");
        QTest::addColumn<double>("alpha");
        QTest::addColumn<QStringList>("rows"); // as written in a log, row 0 at the origin
        QTest::newRow("y up") << 1.0 << 0.6 << QStringList{"#..", "#..", "##."};
        QTest::newRow("y down") << -1.0 << 0.6 << QStringList{"##.", "#..", "#.."};
        QTest::newRow("half clear counts") << 1.0 << 0.5 << QStringList{"##.", "#..", "##."};
        QTest::newRow("clear never counts") << -1.0 << 0.0 << QStringList{"##.", "#..", "##."};
    }
    void cells_areAsTheyAreSeen() {
        QFETCH(double, up);
        QFETCH(double, alpha);
        QFETCH(QStringList, rows);
        const json header = {{"up", {0.0, up}}};
        std::vector<std::string> spelled;
        for (const QString& row : rows) spelled.push_back(row.toStdString());
        const std::string uri = uri_of_png(encode_png(painted(hook)));
        const auto drawn = hooked(header, {{"image", uri}, {"alpha", alpha}}).recording(),
                   written = hooked(header, {{"rows", spelled}}).recording();
        const auto shape = [](const Recording& r) {
            const World w = r.world_at(0);
            return w.colliders()[static_cast<std::size_t>(r.collider_slot(1))].geometry;
        };
        QCOMPARE(shape(*drawn)->measure(), 100.0 * static_cast<double>(rows.join("").count('#')));
        for (double x = -5.0; x < 35.0; x += 3.0)
            for (double y = -5.0; y < 35.0; y += 3.0)
                QCOMPARE(point_distance({x, y, 0}, *shape(*drawn), Pose()),
                         point_distance({x, y, 0}, *shape(*written), Pose()));
        QCOMPARE(scan(*drawn).findings.size(), scan(*written).findings.size());
    }

    void pictures_goWithTheRecording() {
        QTemporaryDir folder;
        const std::string at = folder.path().toStdString();
        const std::string ball = encode_png(painted({"##", "##"})), shot = encode_png(painted(hook));
        const Scene scene = hooked(json::object(), {{"image", "wall.png"}});
        write(at + "/log/run.bouncelog", scene.text()),
            write(at + "/log/wall.png", encode_png(painted(hook)));
        write(at + "/log/art/ball.png", ball), write(at + "/log/shot20.png", shot);
        const auto log = read_recording(at + "/log/run.bouncelog");
        QCOMPARE(log->warnings(), std::vector<std::string>());
        const std::size_t found = scan(*log).findings.size();

        std::filesystem::create_directories(at + "/file");
        write_recording(*log, at + "/file/run.bounce");
        std::filesystem::rename(at + "/log", at + "/elsewhere");
        const auto file = read_recording(at + "/file/run.bounce");
        QVERIFY(equal(*draft_of(*file).recorded(), *file));
        QCOMPARE(file->png("art/ball.png"), ball);
        QCOMPARE(file->png(file->frame(20)->screenshot->image), shot);
        QCOMPARE(scan(*file).findings.size(), found);

        const auto part = clip(*file, 15, 30);
        QCOMPARE(part->png("shot20.png"), shot);
        Edits none;
        none.definitions = file->definitions(0, file->size());
        QCOMPARE(edited(*file, none)->png("wall.png"), file->png("wall.png"));
        write_recording(*part, at + "/file/part.bouncelog");
        const auto again = read_recording(at + "/file/part.bouncelog");
        QCOMPARE(again->warnings(), std::vector<std::string>());
        QCOMPARE(again->png("art/ball.png"), ball);

        write(at + "/file/art/ball.png", "mine");
        const std::string why = refusal([&] { write_recording(*file, at + "/file/full.bouncelog"); });
        QVERIFY2(why.find("other content") != why.npos, why.c_str());
        QVERIFY(!std::filesystem::exists(at + "/file/full.bouncelog"));
        QCOMPARE(read_file(at + "/file/art/ball.png"), std::string("mine"));
    }

    /// A bounce file from a stranger writes pictures only, only where its log goes, over nothing.
    void unpackedPictures_stayWhereTheyBelong_data() {
        QTest::addColumn<QString>("name");
        QTest::addColumn<QString>("why");
        QTest::newRow("another ending") << "start.sh"
                                        << "expected a name that ends in .png";
        QTest::newRow("hidden") << ".config.png"
                                << "without hidden parts";
        QTest::newRow("in a hidden folder") << ".config/wall.png"
                                            << "without hidden parts";
        QTest::newRow("through a link") << "link/wall.png"
                                        << "is a link";
        QTest::newRow("over a link") << "linked.png"
                                     << "is a link";
    }
    void unpackedPictures_stayWhereTheyBelong() {
        QFETCH(QString, name);
        QFETCH(QString, why);
        QTemporaryDir folder;
        const std::string at = folder.path().toStdString(), picture = name.toStdString();
        write(at + "/log/run.bouncelog", hooked(json::object(), {{"image", picture}}).text());
        write(at + "/log/" + picture, encode_png(painted(hook)));
        std::filesystem::create_directories(at + "/to"), std::filesystem::create_directories(at + "/outside");
        write_recording(*read_recording(at + "/log/run.bouncelog"), at + "/run.bounce");
        std::filesystem::create_directory_symlink(at + "/outside", at + "/to/link");
        std::filesystem::create_symlink(at + "/outside/new.png", at + "/to/linked.png");
        const auto file = read_recording(at + "/run.bounce");
        QVERIFY(file->png(picture).size() > 0);
        const std::string said = refusal([&] { write_recording(*file, at + "/to/run.bouncelog"); });
        QVERIFY2(said.find(why.toStdString()) != said.npos, said.c_str());
        QVERIFY(!std::filesystem::exists(at + "/to/run.bouncelog"));
        QVERIFY(std::filesystem::is_empty(at + "/outside"));
    }

    /// The ball of `hooked` is at (40 - frame, 25) in each of 40 frames.
    void shots_lieWhereTheFolderSays_data() {
        QTest::addColumn<QString>("rects");  // rects.csv; empty: none
        QTest::addColumn<QString>("follow"); // with the rectangle (-1, -2, 1, 2)
        QTest::addColumn<int>("first");      // -1: by the numbers in the names
        QTest::addColumn<QString>("told");   // frame: rect, or the sentence
        QTest::newRow("one place") << ""
                                   << "" << -1 << "3: -1 -2 1 2; 7: -1 -2 1 2; 8: -1 -2 1 2; ";
        QTest::newRow("a table") << "frame,x0,y0,x1,y1\n3,0,0,9.5,9\r\n7,1,1,2,2\n"
                                 << "" << -1 << "3: 0 0 9.5 9; 7: 1 1 2 2; 8: -1 -2 1 2; ";
        QTest::newRow("after a body") << ""
                                      << "2" << -1 << "3: 36 23 38 27; 7: 32 23 34 27; 8: 31 23 33 27; ";
        QTest::newRow("one by one") << ""
                                    << "" << 38 << "38: -1 -2 1 2; 39: -1 -2 1 2; ";
        QTest::newRow("no such body") << ""
                                      << "gull" << -1 << "has no body 'gull'";
        QTest::newRow("a bad table") << "3,0,0,9,9\n7,1,1,2\n"
                                     << "" << -1 << "rects.csv:2: is not a row";
        QTest::newRow("none fits") << ""
                                   << "" << 99
                                   << "holds no picture with the number of a frame, expected 0 to 39";
    }
    void shots_lieWhereTheFolderSays() {
        QFETCH(QString, rects);
        QFETCH(QString, follow);
        QFETCH(int, first);
        QFETCH(QString, told);
        QTemporaryDir folder;
        const std::string at = folder.path().toStdString(), png = encode_png(painted(hook));
        for (const char* name : {"shot_0003.png", "shot_0007.PNG", "shot_0008.png", "notes.txt", "cover.png"})
            write(at + "/shots/" + name, png);
        write(at + "/shots/later_900.png", png);
        if (!rects.isEmpty()) write(at + "/shots/rects.csv", rects.toStdString());
        ScreenshotFolder screenshots{
            at + "/shots", std::array<double, 4>{-1, -2, 1, 2}, follow.toStdString(), {}};
        if (first >= 0) screenshots.first = first;
        const auto log = hooked(json::object(), {{"rows", {"#"}}}).recording();
        QString said;
        const std::string refused = refusal([&] {
            write_recording(*with_screenshots(*clip(*log, 0, 39), screenshots), at + "/out.bounce");
            const auto r = read_recording(at + "/out.bounce");
            for (std::size_t i = 0; i < r->size(); ++i) {
                if (!(r->has(i) & Recording::Screenshot) || i == 20) continue; // 20 has its own
                const auto f = r->frame(i);
                const auto& q = f->screenshot->rect;
                said += QString("%1: %2 %3 %4 %5; ").arg(i).arg(q[0]).arg(q[1]).arg(q[2]).arg(q[3]);
                if (r->png(f->screenshot->image) != png) said += "another picture; ";
            }
        });
        if (refused.empty())
            QCOMPARE(said, told);
        else
            QVERIFY2(QString::fromStdString(refused).contains(told), refused.c_str());
    }

    void missingPicture_isAWarning_data() {
        QTest::addColumn<QString>("image");
        QTest::addColumn<QString>("reason");
        QTest::newRow("not there") << "gone.png"
                                   << "No such file";
        QTest::newRow("no picture") << "notes.png"
                                    << "is not a PNG";
        QTest::newRow("a link out") << "link.png"
                                    << "leads out";
        QTest::newRow("a folder") << "folder.png"
                                  << "is not a file";
        Pixels checks; // small as a file, huge as a shape
        checks.width = checks.height = 1000;
        for (int i = 0; i < 1000000; ++i)
            checks.rgba.insert(checks.rgba.end(),
                               {0, 0, 0, static_cast<std::uint8_t>((i / 1000 + i) % 2 * 255)});
        QTest::newRow("a million corners") << QString::fromStdString(uri_of_png(encode_png(checks)))
                                           << "outline of more than 1 000 000 cell edges";
        QTest::newRow("broken base64") << "data:image/png;base64,A*B"
                                       << "is no base64";
    }
    void missingPicture_isAWarning() {
        QFETCH(QString, image);
        QFETCH(QString, reason);
        QTemporaryDir folder;
        const std::string at = folder.path().toStdString();
        write(at + "/log/notes.png", "words"), write(at + "/secret.png", encode_png(painted(hook)));
        std::filesystem::create_symlink("../secret.png", at + "/log/link.png");
        std::filesystem::create_directories(at + "/log/folder.png");
        Scene s;
        s.body(1, "static", {{"type", "cells"}, {"cell", 1.0}, {"image", image.toStdString()}});
        s.frame({{1, 0.0, 0.0}});
        write(at + "/log/run.bouncelog", s.text());
        const auto warnings = read_recording(at + "/log/run.bouncelog")->warnings();
        QCOMPARE(warnings.size(), std::size_t(1));
        const QString said = QString::fromStdString(warnings[0]);
        QVERIFY2(said.startsWith("line 3: the picture ") && said.contains(reason), qPrintable(said));
        QVERIFY2(said.endsWith("; the collider has no shape"), qPrintable(said));
    }
};

QTEST_APPLESS_MAIN(PicturesTest)
#include "pictures_test.moc"
