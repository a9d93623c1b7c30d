// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/conventions.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <numbers>

namespace oddbounce {

namespace {

constexpr std::size_t enough = 20; // samples that tell something
constexpr double nearly_all = 0.9; // share of them
constexpr double alike = 0.05;     // share by which two of one size may differ
constexpr double steady = 0.1;     // share by which a velocity changes in a step that shows its size
constexpr double degrees = 180.0 / std::numbers::pi;

struct Factor {
    double value;
    const char* question;
};

/// Ratios of what places show to what is logged, and of the two along each axis.
class Ratios {
  public:
    void take(const Vec3& shown, const Vec3& logged) {
        const double size = glm::length(logged);
        ratios_.push_back(glm::length(shown) / size);
        for (const int axis : {0, 1, 2}) {
            if (std::abs(logged[axis]) < steady * size || shown[axis] == 0.0) continue;
            ++along_[static_cast<std::size_t>(axis)];
            against_[static_cast<std::size_t>(axis)] += shown[axis] * logged[axis] < 0.0;
        }
    }
    /// The one of the factors that nearly all ratios have.
    const Factor* one_of(const std::vector<Factor>& factors) const {
        if (ratios_.size() < enough) return nullptr;
        for (const Factor& f : factors) {
            const auto has = std::ranges::count_if(
                ratios_, [&](double r) { return std::abs(r - f.value) <= alike * f.value; });
            if (static_cast<double>(has) >= nearly_all * static_cast<double>(ratios_.size())) return &f;
        }
        return nullptr;
    }
    /// Along this axis nearly all lead the other way.
    bool against(int axis) const {
        const auto i = static_cast<std::size_t>(axis);
        return along_[i] >= enough &&
               static_cast<double>(against_[i]) >= nearly_all * static_cast<double>(along_[i]);
    }

  private:
    std::vector<double> ratios_;
    std::array<std::size_t, 3> along_{}, against_{};
};

/// What the frames that are looked at show.
class Look {
  public:
    explicit Look(const Recording& recording) : r_(recording) {}

    void take(const World& before, const World& now, const Frame& frame) {
        for (const Slot body : now.movers()) motion(before.body(body), now.body(body), now.dt());
        take(frame);
        for (const ContactRow& c : frame.contacts) contact(now, c);
    }

    void take(const Frame& frame) {
        for (const BodyRow& row : frame.bodies) turned(row);
    }

    std::vector<std::string> doubts() const {
        std::vector<std::string> out;
        const std::vector<Factor> speeds = {{r_.header.rate, "per step"},
                                            {1000.0, "per millisecond"},
                                            {100.0, "in another unit"},
                                            {0.01, "in another unit"}};
        if (const Factor* f = ways_.one_of(speeds))
            out.push_back(
                fmt::format("what moves goes {:.3g} times as far as its logged velocities tell: are "
                            "they {}? They are {} a second",
                            f->value, f->question, r_.header.unit));
        for (const int axis : {0, 1, 2})
            if (ways_.against(axis))
                out.push_back(
                    fmt::format("velocities along {0} lead the other way than what moves: does {0} of "
                                "one of them point the other way?",
                                "xyz"[axis]));
        const std::vector<Factor> turns = {{degrees, "degrees"}, {1.0 / degrees, "degrees"}};
        if (const Factor* f = spins_.one_of(turns))
            out.push_back(f->value > 1.0
                              ? "what turns does so 57 times as far as its logged angular velocity "
                                "tells: are its angles degrees? They are radians"
                              : "what turns does so 1/57 as far as its logged angular velocity tells: "
                                "is that degrees a second? It is radians a second");
        if (r_.header.space == 2 && spins_.against(2))
            out.push_back(
                "what turns does so the other way than its logged angular velocity tells: is one of "
                "them counted clockwise?");
        const auto angle = std::ranges::find_if(round_, [](const auto& of) { return of.second != 0.0; });
        if (angle != round_.end())
            out.push_back(fmt::format("body {} is turned by {:g}: are these degrees? Angles are radians",
                                      angle->first, angle->second));
        const auto halves = std::ranges::count_if(w_first_, [](const auto& of) { return of.second; });
        if (halves > 1 && 2 * halves > std::ssize(w_first_))
            out.push_back("rotations are (1, 0, 0, 0), half a turn about x: is w first? It is last");
        if (normals_ >= enough / 2 &&
            static_cast<double>(reversed_) >= nearly_all * static_cast<double>(normals_))
            out.push_back("the normals of contacts lead from b to a: they are expected from a to b");
        if (points_ >= enough / 2 && static_cast<double>(off_) >= nearly_all * static_cast<double>(points_))
            out.push_back("the points of contacts lie off both colliders: are they in the coordinates of the "
                          "world?");
        return out;
    }

  private:
    void motion(const BodyState& was, const BodyState& is, double dt) {
        if (is.fresh || is.teleported || !was.present || !was.velocity_logged || !is.velocity_logged) return;
        const auto keeps = [](const Vec3& a, const Vec3& b) {
            return glm::length(a) > 0.0 && glm::length(b - a) <= steady * glm::length(a);
        };
        const Vec3 way = is.pose.at - was.pose.at;
        if (keeps(was.velocity, is.velocity) && glm::length(way) > r_.rounding())
            ways_.take(way / dt, is.velocity);
        const Vec3 turn = was.pose.turn.to(is.pose.turn);
        constexpr double aliased = 2.5; // radians a step: it may have gone the other way round
        if (keeps(was.angular_velocity, is.angular_velocity) && glm::length(turn) > 0.0 &&
            (r_.header.space == 2 || glm::length(turn) < aliased))
            spins_.take(turn / dt, is.angular_velocity);
    }

    /// Angles beyond a whole turn that are whole multiples of five; w where x is expected.
    void turned(const BodyRow& row) {
        constexpr double step = 5.0, exact = 1e-6;
        if (row.given < BodyRow::Rotation) return;
        if (r_.header.space == 3) {
            w_first_.try_emplace(row.id, row.rotation.x == 1.0);
            return;
        }
        if (std::abs(row.angle) <= 2.0 * std::numbers::pi) return;
        const bool is_round = std::abs(row.angle / step - std::round(row.angle / step)) <= exact;
        const auto [it, is_new] = round_.try_emplace(row.id, row.angle);
        if (!is_round) it->second = 0.0;
    }

    void contact(const World& now, const ContactRow& c) {
        constexpr std::size_t most = 400; // each costs a distance
        const Slot a = c.mark_a.slot, b = c.mark_b.slot;
        if (std::max(points_, normals_) >= most || a < 0 || b < 0 || c.phase == Phase::End || !now.live(a) ||
            !now.live(b))
            return;
        const Geometry &ga = *now.colliders()[static_cast<std::size_t>(a)].geometry,
                       &gb = *now.colliders()[static_cast<std::size_t>(b)].geometry;
        const Pose &at_a = now.body_of(a).pose, &at_b = now.body_of(b).pose;
        const double small = std::min(ga.reach(), gb.reach());
        if (c.at) {
            const double near = std::min(point_distance(*c.at, ga, at_a), point_distance(*c.at, gb, at_b)),
                         way = std::max(glm::length(now.body_of(a).velocity),
                                        glm::length(now.body_of(b).velocity)) *
                               now.dt();
            ++points_, off_ += near > small + way;
        }
        if (!c.normal) return;
        constexpr double same = 0.7; // cosine
        const Distance d = distance(ga, at_a, gb, at_b, small);
        if (!d.known) return;
        const double cosine = glm::dot(*c.normal, d.normal);
        if (std::abs(cosine) > same) ++normals_, reversed_ += cosine < 0.0;
    }

    const Recording& r_;
    Ratios ways_, spins_;
    std::map<Id, double> round_; // angles of bodies beyond a whole turn; 0: not all are whole multiples
    std::map<Id, bool> w_first_; // by their first rotation
    std::size_t normals_ = 0, reversed_ = 0, points_ = 0, off_ = 0;
};

} // namespace

std::vector<std::string> doubts_about(const Recording& recording) {
    constexpr std::size_t parts = 8, frames = 40; // of each part
    const std::size_t size = recording.size(), stride = std::max(frames, size / parts);
    Look look(recording);
    for (std::size_t from = recording.begin(); from + 1 < size; from += stride) {
        World before = recording.world_at(from);
        look.take(*recording.frame(from));
        for (std::size_t i = from + 1; i < std::min(size, from + frames); ++i) {
            const auto frame = recording.frame(i);
            World now = before;
            now.step(*frame);
            look.take(before, now, *frame);
            before = std::move(now);
        }
    }
    return look.doubts();
}

} // namespace oddbounce
