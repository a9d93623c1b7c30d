// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/sides.hpp"

#include "fault/account_text.hpp"
#include "fix/moved_again.hpp"

#include <fmt/format.h>
#include <tbb/parallel_for.h>

namespace oddbounce {

namespace {

/// Axes of a side: out of it, and along it.
struct SideFrame {
    std::vector<Vec3> axes;
    /// What lies so in another frame, in this one; `flip`: the first axis along the side is reversed.
    Vec3 carried(const Vec3& v, const SideFrame& from, bool flip) const {
        Vec3 out(0.0);
        for (std::size_t i = 0; i < axes.size(); ++i)
            out += axes[i] * (glm::dot(v, from.axes[i]) * (flip && i == 1 ? -1.0 : 1.0));
        return out;
    }
};

/// The middle and half of the width of a placed shape along a direction.
std::pair<double, double> middle_and_half(const Geometry& shape, const Pose& pose, const Vec3& way) {
    const double high = shape.along(pose, way), low = -shape.along(pose, -way);
    return {0.5 * (high + low), 0.5 * (high - low)};
}

/// The touch that the finding is about.
struct Touch {
    std::size_t index = 0; ///< the frame that the step leads to
    Slot mine = -1, other = -1;
    Pose mine_at, other_at;
    Vec3 normal{0.0}; ///< from the body to the other one
};

class SideMover {
  public:
    SideMover(const Recording& r, const Finding& f, FindingModels models, const Fix& fix,
              const TryOptions& options)
        : recording_(r), finding_(f),
          models_(std::move(models)), options_{options.project, 1, options.control},
          window_(models_.fit.window) {
        unchanged_.definitions = r.definitions(0, ~std::size_t(0));
        loops_.push_back({models_.fit.model, models_.with_fix});
        for (const MotionModel& m : models_.fit.alternatives)
            loops_.push_back({m, fixed_model(r.body_id(window_.body), m, fix, models_.applied)});
    }

    /// False: the body is not seen to come to what the finding is about.
    bool prepare() {
        constexpr std::size_t ahead = 2; // steps before the touch
        const std::vector<World> all = worlds_of(recording_, window_.first, window_.last, options_.control);
        if (all.size() < 2 || !find_touch(all)) return false;
        window_.first = touch_.index - std::min(ahead, touch_.index - window_.first);
        worlds_ = worlds_of(recording_, window_.first, window_.last, options_.control);
        fixed_ = worlds_of(*models_.applied.recording, window_.first, window_.last, options_.control);
        steps_ = recorded_steps(recording_, window_.body, window_.first, window_.last, options_.control);
        for (int axis = 0; axis < recording_.header.space; ++axis) {
            Vec3 way(0.0);
            way[axis] = 1.0;
            axes_.push_back(touch_.other_at.turn.turn(way));
        }
        return worlds_.size() == fixed_.size() && worlds_.size() > 1;
    }
    /// A map or a terrain, which the body is within, has no sides that it could come to.
    bool within_obstacle() const {
        return std::ranges::all_of(axes_, [&](const Vec3& axis) {
            const auto [mid, half] =
                middle_and_half(*at(worlds_.front(), touch_.mine).geometry, touch_.mine_at, axis);
            const auto [other_mid, other_half] =
                middle_and_half(*at(worlds_.front(), touch_.other).geometry, touch_.other_at, axis);
            return std::abs(mid - other_mid) < other_half;
        });
    }
    const FrameWindow& window() const { return window_; }
    Id mover() const { return recording_.body_id(window_.body); }
    Id obstacle() const { return recording_.body_id(at(worlds_.front(), touch_.other).body); }

    /// Every side, straight and mirrored; the recorded one first.
    std::vector<Side> sides() const {
        std::vector<Side> out;
        for (const Vec3& axis : axes_)
            for (const double sign : {1.0, -1.0})
                for (const bool mirrored : {false, true}) {
                    Side s;
                    s.from = axis * sign, s.mirrored = mirrored;
                    out.push_back(std::move(s));
                }
        const Vec3 own = frame_of(-touch_.normal).axes.front();
        std::ranges::stable_sort(out, {}, [&](const Side& s) { return -std::round(glm::dot(s.from, own)); });
        return out;
    }

    OtherCourses courses(const Side& s) const {
        return {moved(worlds_, loops_[0].first, s.start), moved(fixed_, loops_[0].second, s.start)};
    }
    void run(Side& s) const {
        const bool recorded = s.from == frame_of(-touch_.normal).axes.front() && !s.mirrored;
        const TrackPoint was = point_of(worlds_.front().body(window_.body));
        if (const std::optional<TrackPoint> start = recorded ? was : start_at(s, was))
            s.start = *start;
        else {
            s.outcome = Side::Missed;
            return;
        }
        if (!recorded &&
            overlap_at(worlds_.front(), window_.body, s.start.pose) >
                overlap_at(worlds_.front(), window_.body, was.pose) + exact_difference(recording_)) {
            s.outcome = Side::Occupied;
            return;
        }
        for (std::size_t i = 0; i < loops_.size(); ++i) {
            const Track before = moved(worlds_, loops_[i].first, s.start),
                        after = moved(fixed_, loops_[i].second, s.start);
            if (i == 0 && !reaches(before)) {
                s.outcome = Side::Missed;
                return;
            }
            std::set<std::string> without = faults(before, unchanged_),
                                  with = faults(after, models_.applied.edits);
            s.assumed = s.assumed || (!models_.fit.response_seen && responds(after));
            if (i == 0)
                s.without = std::move(without), s.with = std::move(with);
            else if (without != s.without || with.empty() != s.with.empty())
                s.outcome = Side::Unclear;
        }
    }

  private:
    /// The last one that begins by the time of the finding.
    bool find_touch(const std::vector<World>& worlds) {
        const std::set<Id> bodies(finding_.bodies.begin(), finding_.bodies.end());
        const auto end = static_cast<std::size_t>(recording_.frame_index(finding_.last));
        for (std::size_t k = 1; k < worlds.size() && window_.first + k <= end; ++k)
            for (const Slot mine : worlds[k].colliders_of(window_.body))
                for (std::size_t c = 0; c < worlds[k].colliders().size(); ++c) {
                    const auto other = static_cast<Slot>(c);
                    const World &was = worlds[k - 1], &is = worlds[k];
                    const Slot body = at(is, other).body;
                    if (body == window_.body || body < 0 || !bodies.count(recording_.body_id(body)) ||
                        !is.live(mine) || !is.live(other) || !was.live(mine) || !was.live(other))
                        continue;
                    const Motion m = is.motion_since(was, window_.body), o = is.motion_since(was, body);
                    const Sweep s = sweep(*at(is, mine).geometry, m, *at(is, other).geometry, o, near());
                    if (s.status == Status::Found)
                        touch_ = {window_.first + k, mine, other, m.at(s.first), o.at(s.first), s.normal};
                }
        return touch_.mine >= 0;
    }

    /// The side that a direction leads out of.
    SideFrame frame_of(const Vec3& out) const {
        std::size_t best = 0;
        for (std::size_t i = 1; i < axes_.size(); ++i)
            if (std::abs(glm::dot(out, axes_[i])) > std::abs(glm::dot(out, axes_[best]))) best = i;
        const double sign = glm::dot(out, axes_[best]) < 0.0 ? -1.0 : 1.0;
        SideFrame f;
        for (std::size_t i = 0; i < axes_.size(); ++i) f.axes.push_back(axes_[(best + i) % axes_.size()]);
        f.axes[0] *= sign;
        if (axes_.size() == 2) f.axes[1] *= best == 0 ? sign : -sign; // turned, not mirrored
        return f;
    }

    /// Where it starts for the side; none: it would pass the obstacle by.
    std::optional<TrackPoint> start_at(const Side& side, const TrackPoint& was) const {
        const SideFrame own = frame_of(-touch_.normal), to = frame_of(side.from);
        const Geometry &mine = *at(worlds_.front(), touch_.mine).geometry,
                       &other = *at(worlds_.front(), touch_.other).geometry;
        constexpr double well_clear = 2.0; // times the distance at which they touch
        // How far from the middle of the side it came, in shares of the width on which it can meet the side.
        Pose far = touch_.mine_at;
        for (std::size_t i = 0; i < to.axes.size(); ++i) {
            const auto [mid, half] = middle_and_half(mine, touch_.mine_at, own.axes[i]);
            const auto [other_mid, other_half] = middle_and_half(other, touch_.other_at, own.axes[i]);
            const auto [new_mid, new_half] = middle_and_half(mine, touch_.mine_at, to.axes[i]);
            const auto [to_mid, to_half] = middle_and_half(other, touch_.other_at, to.axes[i]);
            const double share = (mid - other_mid) / std::max(half + other_half, 1e-300);
            const double wide = new_half + to_half;
            const double place =
                i == 0 ? well_clear * wide : share * wide * (side.mirrored && i == 1 ? -1.0 : 1.0);
            far.at += to.axes[i] * (to_mid + place - new_mid);
        }
        Pose close = far;
        close.at -= to.axes[0] * glm::dot(far.at - touch_.other_at.at, to.axes[0]);
        const Sweep s = sweep(mine, {far, close}, other, {touch_.other_at, touch_.other_at}, near());
        if (s.status != Status::Found) return std::nullopt;
        TrackPoint out = was;
        out.velocity = to.carried(was.velocity, own, side.mirrored);
        const Vec3 way = touch_.mine_at.at - was.pose.at;
        out.pose.at = Motion{far, close}.at(s.first).at - to.carried(way, own, side.mirrored);
        return out;
    }

    Track moved(const std::vector<World>& worlds, const MotionModel& model, const TrackPoint& start) const {
        return rerun(worlds, window_.body, window_.first, model, steps_, options_.control, {}, &start);
    }
    /// What is no farther apart touches.
    SweepQuery near() const { return {recording_.slop()}; }
    bool reaches(const Track& track) const {
        for (std::size_t k = 1; k < track.points.size(); ++k) {
            const Motion mine{track.points[k - 1].pose, track.points[k].pose},
                other = worlds_[k].motion_since(worlds_[k - 1], at(worlds_[k], touch_.other).body);
            if (sweep(*at(worlds_[k], touch_.mine).geometry, mine, *at(worlds_[k], touch_.other).geometry,
                      other, near())
                    .status != Status::None)
                return true;
        }
        return std::ranges::any_of(track.points, [&](const TrackPoint& p) {
            return std::ranges::any_of(p.hits, [&](const auto& h) { return h.other == touch_.other; });
        });
    }
    /// Of the two bodies.
    std::set<std::string> faults(const Track& track, const Edits& edits) const {
        std::set<std::string> out;
        for (const Finding& f :
             found_in(recording_, window_, all_of(window_.body, track), edits, options_, {}, true))
            if (std::ranges::count(f.bodies, mover()) > 0 &&
                (f.bodies.size() == 1 || std::ranges::count(f.bodies, obstacle()) > 0))
                out.insert(f.fault);
        return out;
    }

    const Recording& recording_;
    const Finding& finding_;
    FindingModels models_;
    FitOptions options_;
    FrameWindow window_;
    std::vector<std::pair<MotionModel, MotionModel>> loops_; // without the fix, and with it
    std::vector<World> worlds_, fixed_;
    RecordedSteps steps_;
    Edits unchanged_;
    Touch touch_;
    std::vector<Vec3> axes_;
};

std::string unknown_for(const Recording& r, const Finding& f, const FindingModels& models) {
    if (f.bodies.size() < 2) return translated("the finding is about one body alone");
    if (models.engine) return translated("an engine plays this recording again, and only as it was");
    if (std::string why = models.cannot_start_elsewhere(); !why.empty()) return why;
    const Slot body = models.fit.window.body;
    for (std::size_t i = models.fit.window.first; i <= models.fit.window.last; ++i)
        if (r.world_at(i).body(body).has_desired)
            return translated(
                "it goes where its desired velocity says, which would be another from another side");
    return {};
}

std::string listed(const std::set<std::string>& faults) {
    std::string out;
    for (const std::string& id : faults)
        out += (out.empty() ? "" : ", ") + std::string(translated(fault_by_id(id)->title));
    return out.empty() ? std::string(translated("nothing")) : out;
}

} // namespace

std::size_t Sides::judged() const {
    return static_cast<std::size_t>(std::ranges::count(sides, Side::Judged, &Side::outcome));
}
std::size_t Sides::fails_without() const {
    return static_cast<std::size_t>(std::ranges::count_if(
        sides, [](const Side& s) { return s.outcome == Side::Judged && !s.without.empty(); }));
}
std::size_t Sides::fails_with() const {
    return static_cast<std::size_t>(std::ranges::count_if(
        sides, [](const Side& s) { return s.outcome == Side::Judged && !s.with.empty(); }));
}

Sides all_sides(const Recording& r, const Fix& fix, const TryOptions& options, const std::string& finding) {
    Sides out;
    out.fix = fix.name;
    const Finding* f = asked_about(apply(fix, r), options, finding);
    if (!f) {
        out.unknown = translated("there is no finding that the fix concerns");
        return out;
    }
    out.finding = f->id;
    FindingModels models = models_for(r, fix, *f, options);
    if (out.unknown = unknown_for(r, *f, models); !out.unknown.empty()) return out;
    SideMover mover(r, *f, std::move(models), fix, options);
    if (!mover.prepare()) {
        out.unknown = translated("it is not seen how the two come to touch");
        return out;
    }
    if (mover.within_obstacle()) {
        out.unknown = translated("it is within what it met, which has no sides for it");
        return out;
    }
    out.mover = mover.mover(), out.obstacle = mover.obstacle(), out.first = mover.window().first,
    out.last = mover.window().last;
    std::vector<Side> sides = mover.sides();
    mover.run(sides.front());
    if (!sides.front().without.count(f->fault)) {
        out.unknown = translated("the fault does not show in its frames alone");
        return out;
    }
    const auto stopped = [&] { return options.control && options.control->stop; };
    std::vector<char> done(sides.size(), 0);
    done[0] = !stopped();
    tbb::parallel_for(std::size_t(1), sides.size(), [&](std::size_t i) {
        if (stopped()) return;
        mover.run(sides[i]);
        done[i] = !stopped();
    });
    for (std::size_t i = 0; i < sides.size(); ++i)
        if (done[i]) out.sides.push_back(std::move(sides[i]));
    out.complete = out.sides.size() == sides.size();
    return out;
}

OtherCourses courses_of(const Recording& r, const Fix& fix, const Sides& sides, const Side& side,
                        const TryOptions& tries) {
    const auto f = std::ranges::find(tries.before, sides.finding, &Finding::id);
    if (f == tries.before.end()) return {};
    SideMover mover(r, *f, models_for(r, fix, *f, tries), fix, tries);
    return mover.prepare() ? mover.courses(side) : OtherCourses{};
}

std::string side_name(const Side& side, const Directions& d) {
    const Vec3 &up = d.up(), &right = d.right(), back = glm::cross(right, up);
    const double along[] = {glm::dot(side.from, right), glm::dot(side.from, up), glm::dot(side.from, back)};
    const Vec3 all(along[0], along[1], along[2]);
    const int axis = longest_axis(all);
    static constexpr const char* names[3][2] = {
        {"from the right", "from the left"}, {"from above", "from below"}, {"from the front", "from behind"}};
    const std::string name = translated(names[axis][all[axis] < 0.0]);
    return side.mirrored ? say("{}, mirrored", name) : name;
}

std::string sides_line(const Sides& s) {
    if (!s.unknown.empty()) return say("cannot tell: {}", s.unknown);
    if (s.judged() == 0) return translated("cannot tell from any side");
    std::string out = say("fails from {} of {} sides without it, from {} with it", s.fails_without(),
                          s.judged(), s.fails_with());
    if (std::ranges::any_of(s.sides, &Side::assumed))
        out += " · " + translated("the game was not seen to respond");
    return out;
}

std::string text_of(const Sides& s, const Recording& r) {
    std::string out = fmt::format("{}: {}\n", s.fix.empty() ? "fix" : s.fix, sides_line(s));
    for (const Side& side : s.sides) {
        const std::string name = side_name(side, directions(r));
        switch (side.outcome) {
        case Side::Judged:
            out += "  " +
                   say("{}: {} without it, {} with it", name, listed(side.without), listed(side.with)) + "\n";
            break;
        case Side::Occupied:
            out += "  " + say("{}: something else is there", name) + "\n";
            break;
        case Side::Missed:
            out += "  " +
                   say("{}: it does not come to {} from there", name, the(r.body_def(s.obstacle)->name)) +
                   "\n";
            break;
        case Side::Unclear:
            out += "  " + say("{}: cannot tell", name) + "\n";
            break;
        }
    }
    if (!s.complete) out += "  stopped\n";
    return out;
}

nlohmann::json json_of(const Sides& s, const Recording& r) {
    static constexpr const char* outcomes[] = {"judged", "occupied", "missed", "unclear"};
    nlohmann::json out{
        {"oddb", 1}, {"fix", s.fix}, {"finding", s.finding}, {"sides", nlohmann::json::array()}};
    if (!s.unknown.empty()) {
        out["unknown"] = s.unknown;
        return out;
    }
    out["mover"] = s.mover, out["obstacle"] = s.obstacle, out["frame"] = r.number(s.first);
    out["complete"] = s.complete;
    const auto numbers = [&](const Vec3& v) {
        nlohmann::json one = nlohmann::json::array();
        for (int i = 0; i < r.header.space; ++i) one.push_back(v[i]);
        return one;
    };
    for (const Side& side : s.sides) {
        out["sides"].push_back({{"side", side_name(side, directions(r))},
                                {"from", numbers(side.from)},
                                {"mirrored", side.mirrored},
                                {"outcome", outcomes[side.outcome]},
                                {"without", side.without},
                                {"with", side.with},
                                {"start", numbers(side.start.pose.at)},
                                {"velocity", numbers(side.start.velocity)}});
    }
    return out;
}

} // namespace oddbounce
