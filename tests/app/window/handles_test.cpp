// SPDX-License-Identifier: GPL-3.0-or-later
// Handles and scenes of three dimensions in the window: dragged, turned, cut, picked.
#include "window_fixture.hpp"

#include "fault/finding.hpp"
#include "fix/reshape.hpp"
#include "view/handles.hpp"
#include "view/scene_painter.hpp"

#include <QLineEdit>

using namespace oddbounce;

class HandlesTest : public WindowFixture {
    Q_OBJECT
    std::unique_ptr<Handled> thing(const char* key) {
        for (std::unique_ptr<Handled>& one : handled(window_->session()))
            if (one->change().contains(key)) return std::move(one);
        return nullptr;
    }
    Handle handle(const char* key, Handle::Part part) {
        const std::vector<Handle> all = thing(key)->handles(window_->view().mapping());
        return *std::ranges::find(all, part, &Handle::part);
    }
    /// Where numbers are typed; null: nowhere.
    QLineEdit* typing() {
        for (auto* line : window_->view().findChildren<QLineEdit*>())
            if (line->isVisible()) return line;
        return nullptr;
    }
    void type(const char* key, Handle::Part part, const char* text) {
        ViewWidget& view = window_->view();
        const QPoint at = view.mapping().to(handle(key, part).at).toPoint();
        QTest::mouseDClick(&view, Qt::LeftButton, {}, at);
        QLineEdit* line = typing();
        QVERIFY(line);
        line->setText(text);
        QTest::keyClick(line, Qt::Key_Return);
    }
  private slots:
    void initTestCase() { prepare(); }
    void cleanup() { window_.reset(); }

    /// The side of a chosen box is dragged: the verdict follows, a candidate is made, Ctrl+Z takes it back.
    void handle_isDraggedToACandidate() {
        open("net-throw");
        press("N");
        Session& s = window_->session();
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        const Slot net = s.recording()->body_slot(12);
        s.choose_body(net);
        ViewWidget& view = window_->view();
        QCOMPARE(at(*s.instant().now, handled_collider(s)).body, net);
        const auto drag = [&](double by) { // of its right side, px of the recording
            return lead(view, handle("colliders", Handle::Side), Vec3(by, 0.0, 0.0));
        };
        const std::size_t suggested = s.candidates().size();
        drag(12.0);
        QTRY_VERIFY_WITH_TIMEOUT(s.preview_line().starts_with("fixed"), 20000);
        QTest::keyClick(&view, Qt::Key_Escape);
        QVERIFY(s.preview_line().empty());
        QCOMPARE(s.candidates().size(), suggested);
        QTest::mouseRelease(&view, Qt::LeftButton, {}, drag(12.0));
        QCOMPARE(s.candidates().size(), suggested + 1);
        const auto size = s.candidates().back().fix.changes[0]["size"];
        QVERIFY(std::abs(size[0].get<double>() - 15.0) < 1.0 && size[1] == 120.0);
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QVERIFY(!s.candidates().back().verdict.fixed.empty());
        // Dragging goes on from the candidate that is chosen.
        QTest::mouseRelease(&view, Qt::LeftButton, {}, drag(3.0));
        QCOMPARE(s.candidates().size(), suggested + 1);
        QVERIFY(s.candidates().back().fix.changes[0]["size"][0].get<double>() > size[0].get<double>() + 2.0);
        press("Ctrl+Z");
        press("Ctrl+Z");
        QCOMPARE(s.candidates().size(), suggested);
    }

    /// Turned, rounded, given a number by typing: each goes on from the change before.
    void collider_isTurnedRoundedAndTyped() {
        open("net-throw");
        press("N");
        Session& s = window_->session();
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        s.choose_body(s.recording()->body_slot(12));
        ViewWidget& view = window_->view();
        const std::size_t suggested = s.candidates().size();
        const auto change = [&] { return s.candidates()[suggested].fix.changes[0]; };
        const Handle turn = handle("colliders", Handle::Turn);
        const Vec3 arm = turn.at - turn.about;
        QTest::mouseRelease(&view, Qt::LeftButton, {},
                            lead(view, turn, Rotation::in_plane(-0.5235987755983).turn(arm) - arm));
        QCOMPARE(s.candidates().size(), suggested + 1);
        QVERIFY(std::abs(change()["turn"].get<double>() + 30.0) < 2.0 && !change().contains("move"));
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        type("colliders", Handle::Turn, "0"); // nothing is left of the change
        QCOMPARE(s.candidates().size(), suggested);
        for (const auto& [part, typed, key] : {std::tuple(Handle::Side, "15", "size"),
                                               {Handle::Middle, "3 -4", "move"},
                                               {Handle::Round, "1.25", "round"}}) {
            QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
            type("colliders", part, typed);
            QCOMPARE(s.candidates().size(), suggested + 1);
            QVERIFY2(change().contains(key), qPrintable(QString(key) + " " + change().dump().c_str()));
        }
        QVERIFY2(change()["size"] == nlohmann::json({15.0, 120.0}) && change()["round"] == 1.25,
                 change().dump().c_str());
        QVERIFY(change()["move"] == nlohmann::json({3.0, -4.0}));
        // What is no number changes nothing.
        const nlohmann::json was = change();
        type("colliders", Handle::Middle, "3 and 4");
        QVERIFY(change() == was && typing());
        QTest::keyClick(typing(), Qt::Key_Escape);
        QVERIFY(change() == was && !typing());
    }

    /// The gull's own body stops its sight: led out of it, the start of the ray is a fix.
    void ray_hasItsEnds() {
        open("gull-sight");
        press("N");
        Session& s = window_->session();
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        ViewWidget& view = window_->view();
        const Handle start = handle("rays", Handle::RayStart);
        const QPoint at = lead(view, start, start.along * 9.0);
        QTRY_VERIFY_WITH_TIMEOUT(s.preview_line().starts_with("fixed"), 20000);
        QTest::mouseRelease(&view, Qt::LeftButton, {}, at);
        const auto change = [&] { return s.candidates().back().fix.changes[0]; };
        QVERIFY2(std::abs(change()["start"].get<double>() - 9.0) < 1.0, change().dump().c_str());
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QVERIFY(s.candidates().back().verdict.fixes_all());
        // Led along, the end makes it longer; led across, it turns it.
        const double length =
            glm::length(handle("rays", Handle::RayEnd).at - handle("rays", Handle::RayStart).at);
        type("rays", Handle::RayEnd, "12.5");
        QCOMPARE(change()["extend"], 12.5);
        QVERIFY(
            std::abs(glm::length(handle("rays", Handle::RayEnd).at - handle("rays", Handle::RayStart).at) -
                     length - 12.5) < 1e-9);
        type("rays", Handle::RayMiddle, "-2");
        QCOMPARE(change()["aside"], -2.0);
        QVERIFY(!change().contains("turn") && std::abs(change()["start"].get<double>() - 9.0) < 1.0);
    }

    void probe_isMoved() {
        open("feelers");
        press("N");
        Session& s = window_->session();
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        ViewWidget& view = window_->view();
        const std::size_t suggested = s.candidates().size();
        QTest::mouseRelease(&view, Qt::LeftButton, {},
                            lead(view, handle("probes", Handle::Probe), Vec3(0.0, 5.0, 0.0)));
        QCOMPARE(s.candidates().size(), suggested + 1);
        const auto places = [&] { return s.candidates().back().fix.changes[0]["places"]; };
        QVERIFY(places()[0][0] == 1 && std::abs(places()[0][2].get<double>() + 12.0) < 1.0);
        type("probes", Handle::Probe, "9 -11.5");
        QVERIFY(places() == nlohmann::json::parse("[[1,9.0,-11.5]]"));
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QVERIFY(!s.candidates().back().verdict.probes.empty());
    }

    /// The carts of the crane yard: seen in the section that tells it, from outside, turned, picked, fixed.
    void threeDimensions_areSeenTurnedAndFixed() {
        open("yard-pane");
        press("N");
        Session& s = window_->session();
        ViewWidget& view = window_->view();
        QVERIFY(s.finding() && s.sight().section && view.mapping().shows == Shows::Section);
        // The plane goes through the touch, and shows what is up as up.
        const Finding& f = *s.finding();
        QVERIFY(std::abs(glm::dot(s.sight().toward(), f.at - s.sight().at)) < 1e-9);
        QVERIFY(view.mapping().up.y > 0.999);
        QVERIFY(pixels_like(view.grab().toImage(), Theme::current().finding) > 60);
        const Slot cart = s.body(), wall = s.recording()->body_slot(f.bodies[1]);
        QCOMPARE(view.body_under(view.mapping().to(s.instant().pose(cart).at)), cart);
        const QString hovered = view.hover_text(view.mapping().to(s.instant().pose(cart).at));
        QVERIFY2(hovered.contains("cart"), qPrintable(hovered));
        // Pushed away by a cart's length, the plane does not cut the cart any more.
        const Vec3 was = s.sight().at;
        view.push_plane(30.0);
        QVERIFY(std::abs(glm::length(s.sight().at - was) - 30.0) < 1e-9 &&
                view.body_under(view.mapping().to(was)) != cart);
        press("Shift+K");
        QCOMPARE(s.sight().at, f.at);

        press("K"); // from outside
        QVERIFY(!s.sight().section && view.mapping().shows == Shows::Space);
        const QPointF before = view.mapping().to(f.at);
        drag_right(view, 60);
        QVERIFY(QLineF(view.mapping().to(f.at), before).length() < 1e-6); // it turns about the touch
        QVERIFY(std::abs(glm::length(s.sight().up) - 1.0) < 1e-12 &&
                std::abs(glm::dot(s.sight().up, s.sight().right)) < 1e-12);
        QCOMPARE(view.body_under(view.mapping().to(s.instant().pose(cart).at)), cart);
        press("Z");
        QVERIFY(pixels_like(view.grab().toImage(), Theme::current().fixed) > 0);
        press("Y"); // straight from above: the wall lies behind nothing
        QVERIFY(s.sight().toward().y > 0.999);
        Box of_wall = at(*s.instant().now, s.instant().now->colliders_of(wall)[0])
                          .geometry->bounds(s.instant().pose(wall));
        QCOMPARE(view.body_under(view.mapping().to(of_wall.center())), wall);
        press("K"), press("K");

        QTRY_VERIFY_WITH_TIMEOUT(!s.candidates().empty() && s.candidates()[0].state == Candidate::Judged,
                                 20000);
        QCOMPARE(s.candidates()[0].verdict.fixed.size(), std::size_t(2));
        for (const char* key : {"Right", "G", "M", "B", "B"}) press(key);
        QVERIFY(!window_->grab().isNull());
    }

    /// Handles in space: a side follows the pointer along its own axis, seen in the section and from outside.
    void handles_areDraggedInSpace() {
        open("yard-pane");
        press("N");
        Session& s = window_->session();
        ViewWidget& view = window_->view();
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        const Slot c = handled_collider(s);
        QVERIFY(c >= 0);
        const Shape recorded = at(*s.instant().now, c).def->shape;
        QCOMPARE(recorded.kind, ShapeKind::Box);
        const auto widen = [&](int axis) {
            const std::vector<Handle> all = thing("colliders")->handles(view.mapping());
            const auto side = std::ranges::find_if(
                all, [&](const Handle& h) { return h.part == Handle::Side && h.number % 3 == axis; });
            QVERIFY(side != all.end());
            const QPoint at = lead(view, *side, side->along * 6.0);
            QTRY_VERIFY_WITH_TIMEOUT(!s.preview_line().empty(), 20000);
            QTest::mouseRelease(&view, Qt::LeftButton, {}, at);
        };
        const auto grown = [&](int axis) {
            Shape now = recorded;
            reshape(now, thing("colliders")->change());
            const Vec3 by = now.size - recorded.size;
            for (const int other : {0, 1, 2})
                if (std::abs(by[other] - (other == axis ? 6.0 : 0.0)) > (other == axis ? 1.0 : 0.0))
                    return false;
            return true;
        };
        const std::size_t suggested = s.candidates().size();
        widen(1); // seen from the side: up
        QCOMPARE(s.candidates().size(), suggested + 1);
        QVERIFY(grown(1));
        press("Ctrl+Z");
        press("K");
        drag_right(view, 90); // from outside, aslant
        for (const int axis : {0, 1, 2}) {
            widen(axis);
            QCOMPARE(s.candidates().size(), suggested + 1);
            QVERIFY(grown(axis));
            press("Ctrl+Z");
        }
    }
};

QTEST_MAIN(HandlesTest)
#include "handles_test.moc"
