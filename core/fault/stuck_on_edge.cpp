// SPDX-License-Identifier: GPL-3.0-or-later
// stuck-on-edge: a body that wishes to move, or should fall, moves less than a tenth of what it should over
// 6 frames or more, while what holds it is an edge and not an obstacle. Kinds:
//   seam catch     on a flat run: lifted by two slops the way is free, and a vertex lies ahead
//   trip           the same, shorter, but more than half of the speed is lost, or it is thrown up
//   hung on a side nothing below, a side wall touched, and it does not fall: friction holds it
//   ledge perch    less than a tenth of its width is supported
//   overhang hook  held by a part of its own outline well above its feet
// Not: a wall that is really there, standing by choice, a body that floats with nothing beside it.
#include "fault/rule.hpp"
#include "fault/telling.hpp"

#include <fmt/format.h>

#include <set>
#include <unordered_map>

#include <optional>

namespace oddbounce {

namespace {

enum class Kind { None, Seam, Hung, Perch, Hook };
const char* name(Kind k) {
    switch (k) {
    case Kind::Seam:
        return "seam catch";
    case Kind::Hung:
        return "hung on a side";
    case Kind::Perch:
        return "ledge perch";
    case Kind::Hook:
        return "overhang hook";
    default:
        return "";
    }
}

/// One collider of the body against one other, normal from the body to the other.
struct Touch {
    Slot mine, other;
    Vec3 normal, at;
    double gap;
    bool logged;
};

/// A body that does not get on along its way.
struct Stall {
    Vec3 way{0.0};
    double speed = 0.0, lost = 0.0, thrown = 0.0, rise = 0.0; ///< thrown: unit/s upward; rise: unit
    bool stuck = false, trip = false;
};

struct Evidence {
    Kind kind = Kind::None;
    Slot mine = -1;
    std::vector<Slot> others;
    Vec3 at{0.0};
    double friction = 0.0, overhang = 0.0, lost = 0.0, thrown = 0.0;
    bool trip = false;
};

struct Run {
    Evidence evidence;
    std::size_t first = 0, last = 0, frames = 0;
    bool trip = false;
    double lost = 0.0, thrown = 0.0;
};

class Watch : public Rule {
  public:
    explicit Watch(const RuleContext& context)
        : context_(context), r_(context.recording), up_(r_.header.up), right_(rightward(r_)),
          slop_(r_.slop()), gravity_(glm::length(r_.header.gravity)),
          lift_(context.settings["stuck-on-edge.lift"] * slop_ + r_.header.skin),
          moved_share_(context.settings["stuck-on-edge.moved_share"]),
          frames_(static_cast<std::size_t>(context.settings["stuck-on-edge.frames"])) {}

    void step(const Step& step) override;
    void finish() override {
        for (auto& [body, run] : runs_) close(run);
    }

  private:
    void list_meetings(const Step& step);
    /// Solid meetings of this step with the body in them.
    const std::vector<const Meeting*>& met_by(Slot body) const {
        static const std::vector<const Meeting*> none;
        const auto it = met_.find(body);
        return it == met_.end() ? none : it->second;
    }
    std::vector<Touch> touches(const Step& step, Slot body) const;
    Evidence judge(const Step& step, Slot body);
    std::optional<Stall> stalled(const Step& step, Slot body) const;
    bool opposed(const Step& step, const Touch& touch, const Vec3& way) const;
    Evidence seam(const Step& step, Slot body, const std::vector<Touch>& all) const;
    std::optional<double> does_not_fall(const Step& step, Slot body);
    Evidence hung(const Step& step, Slot body, Slot mine, const std::vector<Touch>& sides) const;
    Evidence carried(const Step& step, Slot body, Slot mine, const std::vector<Touch>& all,
                     const std::vector<Touch>& below) const;
    Evidence held_up(const Step& step, Slot body, const std::vector<Touch>& all);
    bool free_ahead(const Step& step, Slot body, const Vec3& lift, const Vec3& way) const;
    bool vertex_ahead(const Step& step, const Touch& touch, const Vec3& way, double reach,
                      Vec3& vertex) const;
    bool on_flat_run(const Step& step, const Touch& touch, const std::vector<Touch>& all, const Vec3& vertex,
                     double lift, double near) const;
    double supported_share(const Step& step, Slot mine, const std::vector<Touch>& all,
                           double& overhang) const;
    bool walkable(const Step& step, Slot body, const Vec3& normal) const {
        const double slope = step.now.body(body).def->slope;
        return -glm::dot(normal, up_) >= std::cos(glm::radians(slope)) - 1e-6;
    }
    void close(const Run& run) const;
    void suggest(Finding& f, const Run& run) const;

    RuleContext context_;
    const Recording& r_;
    Vec3 up_, right_;
    double slop_, gravity_, lift_, moved_share_;
    std::size_t frames_;
    std::map<Slot, Run> runs_;
    std::map<Slot, int> falls_, still_;
    std::unordered_map<Slot, std::vector<const Meeting*>> met_;
};

void Watch::list_meetings(const Step& step) {
    met_.clear();
    for (const Meeting& m : step.meetings) {
        if (m.does != Does::Solid) continue;
        met_[at(step.now, m.a).body].push_back(&m);
        met_[at(step.now, m.b).body].push_back(&m);
    }
}

std::vector<Touch> Watch::touches(const Step& step, Slot body) const {
    std::vector<Touch> out;
    for (const Meeting* met : met_by(body)) {
        const Meeting& m = *met;
        const bool is_a = at(step.now, m.a).body == body;
        const double sign = is_a ? 1.0 : -1.0;
        out.push_back({is_a ? m.a : m.b, is_a ? m.b : m.a, m.normal * sign, is_a ? m.on_b : m.on_a,
                       m.gap_after, m.contact});
    }
    return out;
}

/// The body lifted by `lift` and moved by `way` meets nothing solid.
bool Watch::free_ahead(const Step& step, Slot body, const Vec3& lift, const Vec3& way) const {
    for (const Meeting* met : met_by(body)) {
        const Meeting& m = *met;
        const bool is_a = at(step.now, m.a).body == body;
        const Slot mine = is_a ? m.a : m.b, other = is_a ? m.b : m.a;
        Motion move{step.now.body_of(mine).pose, step.now.body_of(mine).pose};
        move.from.at += lift, move.to.at += lift + way;
        const Pose rest = step.now.body_of(other).pose;
        if (sweep(*at(step.now, mine).geometry, move, *at(step.now, other).geometry, {rest, rest}).status !=
            Status::None)
            return false;
    }
    return true;
}

/// A corner of the touched collider within `reach` of the body, ahead of its middle.
bool Watch::vertex_ahead(const Step& step, const Touch& t, const Vec3& way, double reach,
                         Vec3& vertex) const {
    const Pose& mine = step.now.body_of(t.mine).pose;
    const Pose& rest = step.now.body_of(t.other).pose;
    double nearest = reach;
    bool found = false;
    for (const Vec2& corner : at(step.now, t.other).geometry->corners()) {
        const Vec3 p = raised(rest.place(corner));
        if (glm::dot(p - mine.at, way) <= 0.0) continue;
        const double d = point_distance(p, *at(step.now, t.mine).geometry, mine);
        if (d <= nearest) nearest = d, vertex = p, found = true;
    }
    return found;
}

/// A seam: the vertex is level with what carries the body, which is a neighbour of the vertex's collider
/// (or itself: chains, cells), and neither moves. Another crate's corner is an obstacle, not a seam.
bool Watch::on_flat_run(const Step& step, const Touch& t, const std::vector<Touch>& all, const Vec3& vertex,
                        double lift, double near) const {
    const auto still = [&](Slot c) {
        return glm::length(step.now.motion_since(step.before, at(step.now, c).body).travel()) <= 1e-3 * slop_;
    };
    if (!still(t.other)) return false;
    return std::any_of(all.begin(), all.end(), [&](const Touch& s) {
        if (s.gap > near || !walkable(step, at(step.now, t.mine).body, s.normal) || !still(s.other))
            return false;
        if (std::abs(glm::dot(vertex - s.at, up_)) > lift + r_.header.skin) return false;
        if (s.other == t.other) return at(step.now, t.other).geometry->pieces().size() > 1;
        return pair_at(step.now, s.other, t.other).gap <= lift;
    });
}

/// None: it goes as it should.
std::optional<Stall> Watch::stalled(const Step& step, Slot body) const {
    const BodyState &now = step.now.body(body), &before = step.before.body(body);
    const double dt = step.now.dt(), least = slop_ / (dt * 6.0);
    const bool wishes_logged = r_.header.has(Channel::Wish) && now.wishes;
    Vec3 want = wishes_logged                                              ? now.wish
                : now.def->moves == Moves::Solved && before.velocity_known ? before.velocity
                                                                           : Vec3(0.0);
    const bool wants_up = glm::dot(want, up_) > 0.3 * glm::length(want);
    want -= up_ * glm::dot(want, up_);
    Stall s;
    s.speed = glm::length(want);
    if (s.speed < least) return {};
    s.way = want / s.speed;
    const Vec3 travel = step.now.motion_since(step.before, body).travel();
    const double moved = glm::dot(travel, s.way) / dt;
    const double was = before.velocity_known ? glm::dot(before.velocity, s.way) : 0.0;
    const double is = now.velocity_known ? glm::dot(now.velocity, s.way) : moved;
    const bool ran = was > 4.0 * least && was >= 0.5 * s.speed;
    s.lost = was > 0.0 ? std::clamp(1.0 - is / was, 0.0, 1.0) : 0.0;
    s.stuck = wishes_logged && moved < moved_share_ * s.speed;
    s.trip = ran && is < context_.settings["stuck-on-edge.trip_share"] * was && moved < 0.9 * was;
    // Thrown up: only where the log says which contact did it; a jump has none that opposes the way.
    if (ran && !wants_up && r_.header.has(Channel::Contacts) && before.velocity_known && now.velocity_known &&
        std::abs(glm::dot(before.velocity, up_)) < 0.1 * was) {
        const double up = glm::dot(now.velocity, up_);
        if (up > context_.settings["stuck-on-edge.thrown_share"] * was && up > 4.0 * gravity_ * dt)
            s.trip = true, s.thrown = up, s.rise = std::max(0.0, glm::dot(travel, up_));
    }
    if (!s.stuck && !s.trip) return {};
    return s;
}

/// A logged contact pushes the collider back against its way.
bool Watch::opposed(const Step& step, const Touch& t, const Vec3& way) const {
    const Id mine = at(step.now, t.mine).def->id, other = at(step.now, t.other).def->id;
    return std::any_of(step.frame->contacts.begin(), step.frame->contacts.end(), [&](const ContactRow& c) {
        const bool same = c.a == mine && c.b == other, swapped = c.a == other && c.b == mine;
        return (same || swapped) && (!c.normal || glm::dot(*c.normal, way) * (same ? 1.0 : -1.0) > 0.3);
    });
}

Evidence Watch::seam(const Step& step, Slot body, const std::vector<Touch>& all) const {
    const std::optional<Stall> s = stalled(step, body);
    if (!s) return {};
    const double near = slop_ + r_.header.skin + s->rise;
    const bool supported = std::any_of(all.begin(), all.end(), [&](const Touch& t) {
        return t.gap <= near && walkable(step, body, t.normal);
    });
    if (!supported) return {};
    const double lift = std::max(lift_, step.now.body(body).def->step) + s->rise;
    if (!free_ahead(step, body, up_ * lift, s->way * std::max(s->speed * step.now.dt(), 4.0 * slop_)))
        return {};
    for (const Touch& t : all) {
        Vec3 vertex;
        if (!vertex_ahead(step, t, s->way, lift + slop_, vertex) ||
            !on_flat_run(step, t, all, vertex, lift, near))
            continue;
        if (r_.header.has(Channel::Contacts) && !opposed(step, t, s->way)) continue;
        Evidence e;
        e.kind = Kind::Seam, e.mine = t.mine, e.others = {t.other}, e.at = vertex, e.trip = s->trip;
        e.lost = s->lost, e.thrown = s->thrown;
        for (const Touch& o : all)
            if (o.other != t.other && o.gap <= near && walkable(step, body, o.normal))
                e.others.push_back(o.other);
        return e;
    }
    return {};
}

/// Share of the body's width that has something below it within the slop; `overhang`: the longest free end.
double Watch::supported_share(const Step& step, Slot mine, const std::vector<Touch>& all,
                              double& overhang) const {
    const Geometry& g = *at(step.now, mine).geometry;
    const Pose& pose = step.now.body_of(mine).pose;
    double left = infinity, right = -infinity, low = infinity, high = -infinity;
    for (const plane::Piece& local : g.pieces()) {
        const plane::Piece p = plane::placed(local, pose);
        for (int i = 0; i < p.count; ++i) {
            const double s = glm::dot(p[i], flat(right_)), h = glm::dot(p[i], flat(up_));
            left = std::min(left, s - p.radius), right = std::max(right, s + p.radius);
            low = std::min(low, h - p.radius), high = std::max(high, h + p.radius);
        }
    }
    constexpr int samples = 64;
    int held = 0, free_left = samples, free_right = samples;
    for (int i = 0; i < samples; ++i) {
        const double s = left + (right - left) * (i + 0.5) / samples;
        const Vec3 top = right_ * s + up_ * (0.5 * (low + high)),
                   bottom = right_ * s + up_ * (low - 2.0 * slop_ - r_.header.skin);
        const bool on = std::any_of(all.begin(), all.end(), [&](const Touch& t) {
            return ray_cast(top, bottom, *at(step.now, t.other).geometry, step.now.body_of(t.other).pose)
                       .status != Status::None;
        });
        if (!on) continue;
        ++held;
        free_left = std::min(free_left, i), free_right = std::min(free_right, samples - 1 - i);
    }
    overhang = (right - left) * std::max(free_left, free_right) / samples;
    return static_cast<double>(held) / samples;
}

/// The least fall of this step that is still stuck; none: it falls, or has no reason to.
std::optional<double> Watch::does_not_fall(const Step& step, Slot body) {
    const BodyState& now = step.now.body(body);
    const bool falls = falls_[body] >= 2; // it was seen to fall: not a lift, not a gull
    if (gravity_ == 0.0 || !(falls || now.grounded || now.wishes) ||
        (now.wishes && glm::dot(now.wish, up_) > 0.3 * glm::length(now.wish)))
        return {};
    const double dt = step.now.dt();
    const Motion moved = step.now.motion_since(step.before, body);
    int& still = still_[body];
    const double should =
        gravity_ * dt * dt *
        static_cast<double>(std::min<std::size_t>(static_cast<std::size_t>(still) + 1, frames_));
    if (std::abs(glm::dot(moved.travel(), up_)) >= moved_share_ * should ||
        std::abs(moved.turning()) * dt > 1e-4) {
        still = 0;
        return {};
    }
    ++still;
    return should;
}

/// Only the side of something holds it: friction does.
Evidence Watch::hung(const Step& step, Slot body, Slot mine, const std::vector<Touch>& sides) const {
    const BodyState& now = step.now.body(body);
    const double clear = std::max(4.0 * slop_, 0.1 * at(step.now, mine).geometry->extent());
    const Vec3 away = -sides[0].normal * (2.0 * slop_);
    if (falls_.at(body) < 2 || !free_ahead(step, body, away, up_ * -clear)) return {};
    Evidence e;
    e.kind = Kind::Hung, e.at = sides[0].at, e.mine = sides[0].mine;
    for (const Touch& t : sides) e.others.push_back(t.other);
    const double press = now.wishes ? std::max(0.0, glm::dot(now.wish, sides[0].normal)) : 0.0;
    e.friction = press > 0.0 ? gravity_ * step.now.dt() / press : 0.0;
    return e;
}

/// Too little of its width, or a part of its outline above its feet, carries it.
Evidence Watch::carried(const Step& step, Slot body, Slot mine, const std::vector<Touch>& all,
                        const std::vector<Touch>& below) const {
    const BodyState& now = step.now.body(body);
    // What only a solver moves rests where its forces are in balance: that is physics, not an edge.
    if (!now.def->upright && now.def->moves != Moves::Driven) return {};
    Evidence e;
    e.mine = mine, e.at = below[0].at;
    const double share = supported_share(step, mine, all, e.overhang);
    for (const Touch& t : below) e.others.push_back(t.other);
    const Box bounds = at(step.now, mine).geometry->bounds(now.pose);
    const double low = std::min(glm::dot(bounds.low, up_), glm::dot(bounds.high, up_)),
                 tall = std::abs(glm::dot(bounds.size(), up_));
    double feet = infinity;
    for (const Touch& t : below) feet = std::min(feet, glm::dot(t.at, up_) - low);
    const bool hooked = feet > context_.settings["stuck-on-edge.hook_height"] * tall;
    if (share >= context_.settings[hooked ? "stuck-on-edge.hook_share" : "stuck-on-edge.perch_share"])
        return {};
    e.kind = hooked ? Kind::Hook : Kind::Perch;
    return e;
}

/// A body that should fall and does not: hung on a side, perched on a ledge, hooked by an overhang.
Evidence Watch::held_up(const Step& step, Slot body, const std::vector<Touch>& all) {
    const std::optional<double> should = does_not_fall(step, body);
    if (!should) return {};
    const BodyState& now = step.now.body(body);
    const double near = slop_ + r_.header.skin;
    std::vector<Touch> sides, below;
    for (const Touch& t : all) {
        if (t.gap > near && !t.logged) continue;
        if (std::abs(glm::dot(t.normal, up_)) < 0.3)
            sides.push_back(t);
        else if (glm::dot(t.normal, up_) < 0.0)
            below.push_back(t);
    }
    Slot mine = -1;
    for (Slot c : step.now.colliders_of(body))
        if (mine < 0 && step.now.live(c) && at(step.now, c).def->role == Role::Solid) mine = c;
    if (mine < 0) return {};
    // A crate wedged among crates is held by its pile; only what hangs on something fixed hangs on a side.
    const bool pile = !now.def->upright && !now.wishes && now.def->moves == Moves::Solved &&
                      std::any_of(all.begin(), all.end(), [&](const Touch& t) {
                          return t.gap <= near && step.now.body_of(t.other).def->moves != Moves::Fixed;
                      });
    if (pile) return {};
    if (below.empty()) return sides.empty() ? Evidence{} : hung(step, body, mine, sides);
    const double moved = glm::length(step.now.motion_since(step.before, body).travel());
    if (moved > moved_share_ * std::max(*should, slop_)) return {};
    return carried(step, body, mine, all, below);
}

Evidence Watch::judge(const Step& step, Slot body) {
    const BodyState &now = step.now.body(body), &before = step.before.body(body);
    if (!now.present || !now.def || now.def->moves == Moves::Fixed || now.fresh || now.warped ||
        step.index == 0)
        return {};
    if (gravity_ > 0.0 && now.velocity_known && before.velocity_known) {
        const double gain = glm::dot(before.velocity - now.velocity, up_) / (gravity_ * step.now.dt());
        if (gain > 0.6 && gain < 1.6) ++falls_[body];
    }
    const std::vector<Touch> all = touches(step, body);
    if (all.empty()) return {};
    if (const Evidence e = seam(step, body, all); e.kind != Kind::None) return e;
    return held_up(step, body, all);
}

void Watch::step(const Step& step) {
    const auto holes = static_cast<std::size_t>(context_.settings["run.holes"]);
    list_meetings(step);
    std::set<Slot> bodies(step.now.movers().begin(), step.now.movers().end());
    for (const auto& [body, run] : runs_) bodies.insert(body); // also those that are gone
    for (const Slot body : bodies) {
        const Evidence e = judge(step, body);
        auto it = runs_.find(body);
        if (it != runs_.end() && (it->second.last + holes < step.index ||
                                  (e.kind != Kind::None && e.kind != it->second.evidence.kind))) {
            close(it->second);
            runs_.erase(it);
            it = runs_.end();
        }
        if (e.kind == Kind::None) continue;
        if (it == runs_.end())
            it = runs_.emplace(body, Run{e, step.index, step.index, 0, false, 0.0, 0.0}).first;
        Run& run = it->second;
        run.last = step.index, ++run.frames;
        run.trip = run.trip || e.trip, run.lost = std::max(run.lost, e.lost);
        run.thrown = std::max(run.thrown, e.thrown);
    }
}

void Watch::suggest(Finding& f, const Run& run) const {
    const nlohmann::json mine = f.colliders[0];
    const World now = r_.world_at(run.last);
    const double round =
        std::ceil(std::max(2.0 * slop_, 0.15 * at(now, run.evidence.mine).geometry->extent()) * 10.0) / 10.0;
    const std::string& body = f.names[0];
    const nlohmann::json rounder = {{{"colliders", {mine}}, {"round", round}}};
    if (run.evidence.kind == Kind::Hung)
        f.suggest.push_back({"no friction on the " + body, {{{"colliders", {mine}}, {"friction", 0.0}}}});
    f.suggest.push_back({"round the " + body + "'s corners by " + length_text(r_, round), rounder});
    if (run.evidence.kind == Kind::Seam)
        f.suggest.push_back({"sweep and slide the " + body,
                             {{{"motion", {mover_target(now, f)}},
                               {"tests", "swept"},
                               {"answer", "slide"},
                               {"step_height", lift_}}}});
    else
        f.suggest.push_back({"a capsule for the " + body, {{{"colliders", {mine}}, {"fit", "capsule"}}}});
}

void Watch::close(const Run& run) const {
    const bool long_enough = run.frames >= frames_;
    if (!long_enough && !run.trip) return;
    const std::string& u = r_.header.unit;
    Finding f;
    f.fault = "stuck-on-edge", f.first = r_.number(run.first), f.last = r_.number(run.last);
    std::vector<Slot> colliders{run.evidence.mine};
    colliders.insert(colliders.end(), run.evidence.others.begin(), run.evidence.others.end());
    name_bodies(r_.world_at(run.last), colliders, f);
    f.at = run.evidence.at;
    const bool seam = run.evidence.kind == Kind::Seam;
    if (!r_.header.has(Channel::Contacts))
        f.grade = Grade::Likely, f.assumes = "contacts were not logged: judged from shapes and motion alone";
    f.weight = std::min(0.85, 0.45 + 0.01 * static_cast<double>(run.frames) + (run.trip ? 0.1 : 0.0));
    f.facts.push_back({"kind", std::string(seam && !long_enough ? "trip" : name(run.evidence.kind)), "text"});
    add_fact(f, "frames", static_cast<double>(run.last - run.first + 1), "frames");
    if (run.evidence.friction > 0.0) add_fact(f, "friction_needed", run.evidence.friction, "");
    if (run.evidence.overhang > 0.0) add_fact(f, "overhang", run.evidence.overhang, u);
    if (run.lost > 0.0) add_fact(f, "speed_lost", 100.0 * run.lost, "%");
    if (run.thrown > 0.0) add_fact(f, "thrown_up", run.thrown, u + "/s");
    f.facts.push_back({"vertex", run.evidence.at, u});
    for (const char* key : {"stuck-on-edge.frames", "stuck-on-edge.moved_share"})
        note_threshold(f, context_.settings.threshold(key));
    if (seam) note_threshold(f, {"stuck-on-edge.lift", lift_, u});
    suggest(f, run);
    context_.found(std::move(f));
}

std::unique_ptr<Rule> watch(const RuleContext& context) { return std::make_unique<Watch>(context); }

std::string why(const Recording& r, const Finding& f) {
    const std::string& kind = std::get<std::string>(f.fact("kind")->value);
    const std::string& other = f.names.size() > 1 ? f.names[1] : f.names[0];
    if (kind == "trip" && f.fact("thrown_up"))
        return fmt::format("The end of the {} throws it up at {}. The run is flat there.", other,
                           speed_text(r, f.number("thrown_up")));
    if (kind == "seam catch" || kind == "trip")
        return fmt::format(
            "Its edge catches at the end of the {}. The run is flat: lifted by {} the way ahead is free.",
            other, length_text(r, f.thresholds.back().value));
    if (kind == "hung on a side") {
        const bool known = f.fact("friction_needed") != nullptr;
        return fmt::format(
            "Nothing is below it; only the side of the {} touches it, and it does not fall.{}", other,
            known ? " Friction above " + figure(f.number("friction_needed")) + " holds it there." : "");
    }
    if (kind == "ledge perch")
        return fmt::format("Less than a tenth of its width is on the {}; {} hang over.", other,
                           length_text(r, f.number("overhang")));
    return fmt::format("A part of its own outline above its feet rests on the {}.", other);
}

void tell(const Recording& r, Finding& f) {
    const std::ptrdiff_t first = r.frame_index(f.first), last = r.frame_index(f.last);
    if (first < 0 || last < 0) return;
    const Slot body = r.body_slot(f.bodies[0]);
    const auto line = [&](std::ptrdiff_t i, const std::string& more) {
        const World w = r.world_at(static_cast<std::size_t>(i));
        const BodyState& b = w.body(body);
        std::string text = fmt::format("The {} is {}", f.names[0], motion_text(r, b.velocity));
        if (b.wishes && glm::length(b.wish) > 0.0)
            text += fmt::format("; it wishes {}", speed_text(r, glm::length(b.wish)));
        f.account.push_back({w.number(), {}, text + "." + more});
    };
    if (first > 0) line(first - 1, "");
    line(first, " " + why(r, f));
    if (last > first) line(last, fmt::format(" That was the last of {} frames.", figure(f.number("frames"))));
    if (static_cast<std::size_t>(last) + 1 < r.size()) line(last + 1, "");
}

} // namespace

const Fault stuck_on_edge_fault = {"stuck-on-edge", "Stuck on edge",
                                   "Something is held by an edge, a seam or a side where nothing blocks it.",
                                   watch, tell};

} // namespace oddbounce
