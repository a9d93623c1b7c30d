// SPDX-License-Identifier: GPL-3.0-or-later
// tunneling: over one step the swept shape of a body crosses a collider that is solid for it (a one-way:
// against its blocked direction), free of overlap before and after, and nothing responses: no contact whose
// push opposes the entry within one frame. Sensors crossed without a report too.
// Not: a clip (path inside, or depth, below the slop), a body that ends a frame inside, a teleport, a pair
// that does nothing, a one-way dropped through on purpose.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "observation/free_motion.hpp"
#include "observation/measures.hpp"
#include "shape/touching.hpp"

#include <algorithm>
#include <array>

namespace oddbounce {

namespace {

constexpr Excuse ignored =
    limit("ignored", "it passes through, but their layers, owners or roles let the two pass");
constexpr Excuse ends_inside =
    limit("ends-inside", "it begins or ends the step {0} inside: an overlap, no crossing", Measure::Length);
constexpr Excuse short_way =
    limit("short-way", "its way inside is {0} long, no more than the slop of {1}", Measure::Length);
constexpr Excuse free_way =
    excuse("one-way", "the one-way lets it through: it goes along the free direction, or asks to drop");
constexpr Excuse logged_response =
    excuse("contact", "a contact of the two is logged, a frame before or after, that pushes against it");
constexpr Excuse clip = excuse("clip", "it only clips a corner: nowhere on its way it is deep enough inside");
constexpr Excuse goes_round_corner =
    excuse("goes-round", "it can have gone round the corner: one axis first, then the other");
constexpr Excuse put_there =
    excuse("put-there", "its velocity does not explain a way of {0}: it was put there", Measure::Length);
constexpr Excuse broken =
    excuse("broken", "what it goes through is removed in that frame or in the next: it was hit");
constexpr const Excuse* excuses[] = {&broken,          &ignored, &ends_inside,       &short_way, &free_way,
                                     &logged_response, &clip,    &goes_round_corner, &put_there};

struct Crossing {
    Slot mover = -1, other = -1; // colliders
    Sweep sweep;                 // mover against other
    Vec3 way{0.0};        // unit: where the touching point of the mover goes as the other sees it, at entry
    double travel = 0.0;  // of that point over the step
    double closing = 0.0; // speed along the entry normal before
    double dt = 0.0, thickness = 0.0, inside = 0.0;
    double deepest = 0.0; // on the straight way
    bool sensor = false, responded = false;
    bool one_of_several = false; // places in which the two touch
    double jump = 0.0; // its way, where that is so much longer than before that it may have been put there
    std::size_t index = 0;
    std::int64_t first = 0, last = 0;
};

/// True where the frame's log responds to the crossing: an active contact that pushes against the entry;
/// for a sensor any report of the two.
/// `most`: of contacts that face the way more than this (cosine), none is a response.
bool answered_by_log(const World& now, const Frame& frame, const Crossing& c, double most = 1.0) {
    const Id mover = at(now, c.mover).def->id, other = at(now, c.other).def->id;
    for (const ContactRow& row : frame.contacts) {
        const bool same = row.a == mover && row.b == other, swapped = row.a == other && row.b == mover;
        if (!same && !swapped) continue;
        if (c.sensor) return true;
        if (!row.active || row.phase == Phase::End) continue;
        // Of a floor that is one with the wall, say.
        const bool elsewhere = c.one_of_several && row.normal &&
                               glm::dot(*row.normal, c.sweep.normal) * (same ? 1.0 : -1.0) <= one_place;
        if (elsewhere) continue;
        const double facing = row.normal ? glm::dot(*row.normal, c.way) * (same ? 1.0 : -1.0) : most;
        if (facing > 0.0 && facing <= most) return true;
    }
    if (!c.sensor) return false;
    return event_about(frame, now.body_of(c.mover).def->id, now.body_of(c.other).def->id);
}

/// The one-way of the pair holds the mover only if it arrives against `pass`, and not if it asks to drop.
bool one_way_lets_through(const World& now, Slot mover, Slot other, const Vec3& travel, double toward) {
    const ColliderDef &dm = *at(now, mover).def, &d = *at(now, other).def;
    if (d.role != Role::OneWay && dm.role != Role::OneWay) return false;
    const bool other_is = d.role == Role::OneWay;
    const Vec3 pass = (other_is ? d : dm).pass.value_or(now.recording().header.up);
    const Vec3 way = other_is ? travel : -travel;
    if (glm::dot(way, pass) >= 0.0) return true;
    const BodyState& body = now.body_of(other_is ? mover : other);
    return wants_toward(body, -unit(pass), toward);
}

class TunnelingRule : public Rule {
  public:
    explicit TunnelingRule(const RuleContext& context) : context_(context) {}

    void step(const Step& step) override {
        for (Crossing& c : pending_) conclude(step, c);
        emit();
        for (const Meeting& m : step.meetings())
            for (const Meeting& place : step.places(m)) consider(step, place);
        previous_ = step.frame;
    }
    void finish() override { emit(); }

  private:
    void consider(const Step& step, const Meeting& m);
    void follow_point(const Step& step, Crossing& c) const;
    bool goes_round(const Step& step, const Crossing& c) const;
    double deepest(const Step& step, const Crossing& c) const;
    double least_depth(const Step& step, const Crossing& c, double slop) const;
    void measure(const Step& step, Crossing& c) const;
    void conclude(const Step& step, Crossing& c) const;
    void emit();
    Finding finding(const Crossing& c) const;
    bool same_wall(const Crossing& a, const Crossing& b) const;

    RuleContext context_;
    std::vector<Crossing> pending_; // of the step before, waiting for a late response
    std::shared_ptr<const Frame> previous_;
};

void TunnelingRule::consider(const Step& step, const Meeting& m) {
    const double slop = std::max(context_.recording.slop(), m.error);
    const bool crossed =
        m.sweep.status == Status::Found || m.sweep.status == Status::Started; // from a touch, too
    if (!crossed || m.sweep.last >= 1.0 || one_owner(step.now, m.a, m.b)) return;
    if (m.does == Does::Ignore && context_.passes(ignored, step, m)) return;
    if ((m.gap_before < -slop || m.gap_after < -slop) &&
        context_.passes(ends_inside, step, m, -std::min(m.gap_before, m.gap_after), slop))
        return;
    Crossing c;
    std::tie(c.mover, c.other) = mover_first(step.before, step.now, m.a, m.b);
    c.sweep = m.sweep, c.sensor = m.does == Does::Report, c.one_of_several = m.places > 1;
    if (c.sensor && !context_.recording.header.has(Channel::Contacts)) return;
    if (c.mover != m.a) c.sweep.normal = -m.sweep.normal, std::swap(c.sweep.on_a, c.sweep.on_b);
    follow_point(step, c);
    if (c.inside <= slop &&
        (c.inside <= context_.shared.hardly * slop || context_.passes(short_way, step, m, c.inside, slop)))
        return;
    if (!c.sensor && one_way_lets_through(step.now, c.mover, c.other, c.way, context_.shared.toward) &&
        context_.passes(free_way, step, m))
        return;
    c.dt = step.now.dt(), c.index = step.index, c.first = step.before.number(), c.last = step.now.number();
    const double entry = c.travel * glm::dot(c.way, c.sweep.normal) / c.dt;
    c.closing = step.before.body_of(c.mover).velocity_known
                    ? std::max(entry, closing_speed(step.before, c.mover, c.other, c.sweep.normal))
                    : entry;
    // A body that rested on the face that it is driven through had its contact before: that is no response.
    const bool rested = m.gap_before <= slop + context_.recording.header.skin;
    const double most = rested ? context_.settings["tunneling.rests_on"] : 1.0;
    if ((answered_by_log(step.now, *step.frame, c) ||
         (previous_ && answered_by_log(step.before, *previous_, c, most))) &&
        context_.passes(logged_response, step, m))
        return;
    c.deepest = deepest(step, c);
    if (c.deepest <= least_depth(step, c, slop) && context_.passes(clip, step, m)) return;
    if (goes_round(step, c) && context_.passes(goes_round_corner, step, m)) return;
    if (!step.now.stays(c.other) && context_.passes(broken, step, m)) return;
    c.jump = leap(step, c.mover, context_.settings["tunneling.jump"]);
    if (c.jump > 0.0 && step.now.body_of(c.mover).velocity_logged &&
        context_.passes(put_there, step, m, c.jump, 0.0))
        return;
    measure(step, c);
    pending_.push_back(c);
}

/// The way of the point that touches, as the other body sees it: travel and turning of both count.
void TunnelingRule::follow_point(const Step& step, Crossing& c) const {
    const Motion mine = step.now.motion_since(step.before, at(step.now, c.mover).body),
                 theirs = step.now.motion_since(step.before, at(step.now, c.other).body);
    const Vec3 local = mine.at(c.sweep.first).unplace(c.sweep.on_a);
    const auto seen = [&](double t) { return theirs.at(t).unplace(mine.at(t).place(local)); };
    const auto length_between = [&](double from, double to) {
        constexpr int chords = 16;
        double sum = 0.0;
        for (int i = 0; i < chords; ++i)
            sum += glm::length(seen(from + (to - from) * (i + 1) / chords) -
                               seen(from + (to - from) * i / chords));
        return sum;
    };
    c.inside = length_between(c.sweep.first, c.sweep.last), c.travel = length_between(0.0, 1.0);
    const double ahead = std::max(1e-3, 0.05 * (c.sweep.last - c.sweep.first));
    c.way = theirs.at(c.sweep.first).turn.turn(unit(seen(c.sweep.first + ahead) - seen(c.sweep.first)));
}

/// A game that moves axis by axis goes round a corner that the straight way cuts: one of the ways round
/// stays clear. What the other one does, a lift say, comes before, between or after. What goes right through
/// the other one goes round no corner.
bool TunnelingRule::goes_round(const Step& step, const Crossing& c) const {
    const Geometry &mine = *at(step.now, c.mover).geometry, &theirs = *at(step.now, c.other).geometry;
    const Motion straight = step.now.motion_since(step.before, at(step.now, c.mover).body),
                 other = step.now.motion_since(step.before, at(step.now, c.other).body);
    if (!moved_by_code(step.now, c.mover) || straight.turning() != 0.0 || other.turning() != 0.0)
        return false;
    if (c.deepest > context_.settings["tunneling.round_share"] * moving_extent(step.now, c.mover, c.other))
        return false;
    const double slop = context_.recording.slop();
    const Vec3 up = context_.recording.header.up;
    // As the other sees it; what it does itself comes in legs too.
    std::array<Vec3, 4> legs;
    for (const auto& [i, way] : {std::pair(0U, straight.travel()), {2U, -other.travel()}})
        legs[i] = up * glm::dot(way, up), legs[i + 1] = way - legs[i];
    std::array<std::size_t, 4> order{0, 1, 2, 3};
    do {
        std::array<Pose, 5> way;
        way[0] = straight.from;
        for (std::size_t i = 0; i < legs.size(); ++i) way[i + 1] = way[i], way[i + 1].at += legs[order[i]];
        if (clear_way(mine, {way[0], way[1], way[2], way[3], way[4]}, theirs, other.from, slop)) return true;
    } while (std::ranges::next_permutation(order).found);
    return false;
}

double TunnelingRule::deepest(const Step& step, const Crossing& c) const {
    const ColliderState &cm = at(step.now, c.mover), &co = at(step.now, c.other);
    const Motion mm = step.now.motion_since(step.before, cm.body),
                 mo = step.now.motion_since(step.before, co.body);
    constexpr int looks = 8; // parts of the way inside
    double out = 0.0;
    for (int i = 1; i < looks; ++i) {
        const double t = c.sweep.first + (c.sweep.last - c.sweep.first) * i / looks;
        out = std::max(out, -distance(*cm.geometry, mm.at(t), *co.geometry, mo.at(t), 0.0).gap);
    }
    return out;
}

double TunnelingRule::least_depth(const Step& step, const Crossing& c, double slop) const {
    const ColliderState &cm = at(step.now, c.mover), &co = at(step.now, c.other);
    const Motion mm = step.now.motion_since(step.before, cm.body),
                 mo = step.now.motion_since(step.before, co.body);
    double least = std::min(context_.settings["tunneling.least_depth"] * slop, 0.25 * cm.geometry->extent());
    // Past a corner, in by one face and out by its neighbour, it must be as deep as an overlap that shows.
    const double out = std::min(1.0, c.sweep.last + 1e-3);
    const Distance leaving = distance(*cm.geometry, mm.at(out), *co.geometry, mo.at(out));
    if (!c.sensor && leaving.known && glm::dot(leaving.normal, c.sweep.normal) > -context_.shared.toward)
        least = std::max(least, context_.settings["tunneling.corner_share"] *
                                    moving_extent(step.now, c.mover, c.other));
    return least;
}

/// Thickness: how far the other collider reaches along the path behind the point that is touched first.
void TunnelingRule::measure(const Step& step, Crossing& c) const {
    const ColliderState& co = at(step.now, c.other);
    const Pose pose = step.now.motion_since(step.before, co.body).at(c.sweep.first);
    const Vec3 way = c.way;
    const double reach = 2.0 * co.geometry->reach() + c.inside, back = 1e-6 * reach;
    const Vec3 from = c.sweep.on_b - way * back;
    const RayHit hit = ray_cast(from, from + way * reach, *co.geometry, pose);
    c.thickness = hit.status == Status::Found && !co.geometry->open()
                      ? std::max(0.0, (hit.exit - hit.fraction) * reach)
                      : 0.0;
    c.thickness = std::min(c.thickness, c.inside);
}

/// One frame later: a late contact, or it was only put there.
void TunnelingRule::conclude(const Step& step, Crossing& c) const {
    const auto passes = [&](const Excuse& e) {
        return context_.passes(e, c.index, c.index, c.mover, c.other, c.jump);
    };
    if (answered_by_log(step.now, *step.frame, c) && passes(logged_response)) c.responded = true;
    if (!step.now.stays(c.other) && passes(broken)) c.responded = true;
    // It goes on as it did before: it was put there, and nobody marked the teleport.
    const double went = glm::length(step.now.motion_since(step.before, at(step.now, c.mover).body).travel());
    if (c.jump > 0.0 && went < c.jump / context_.settings["tunneling.jump"] && passes(put_there))
        c.responded = true;
}

bool TunnelingRule::same_wall(const Crossing& a, const Crossing& b) const {
    if (a.index != b.index || a.sensor != b.sensor) return false;
    const World now = context_.recording.world_at(a.index);
    if (at(now, a.mover).body != at(now, b.mover).body) return false;
    if (at(now, a.other).body == at(now, b.other).body) return true;
    return pair_at(now, a.other, b.other).gap <= context_.recording.slop();
}

void TunnelingRule::emit() {
    std::erase_if(pending_, [](const Crossing& c) { return c.responded; });
    std::sort(pending_.begin(), pending_.end(), [](const Crossing& a, const Crossing& b) {
        return a.sweep.first != b.sweep.first ? a.sweep.first < b.sweep.first : a.other < b.other;
    });
    while (!pending_.empty()) {
        const Crossing first = pending_.front();
        Finding f = finding(first);
        std::vector<Slot> more;
        for (std::size_t i = 1; i < pending_.size();) {
            if (!same_wall(first, pending_[i])) {
                ++i;
                continue;
            }
            more.push_back(pending_[i].other);
            pending_.erase(pending_.begin() + static_cast<std::ptrdiff_t>(i));
        }
        name_bodies(context_.recording.world_at(first.index), more, f);
        pending_.erase(pending_.begin());
        context_.found(std::move(f));
    }
}

Finding TunnelingRule::finding(const Crossing& c) const {
    const Recording& r = context_.recording;
    const World now = r.world_at(c.index);
    const std::string& u = r.header.unit;
    const double travel = c.travel;
    Finding f;
    f.fault = "tunneling", f.first = c.first, f.last = c.last;
    name_bodies(now, {c.mover, c.other}, f);
    f.at = c.sweep.on_a, f.fraction = c.sweep.first;
    if (!r.header.has(Channel::Contacts))
        f.grade = Grade::Likely, f.assumes = translated("contacts were not logged: judged from motion alone");
    if (r.header.substeps > 1)
        f.grade = Grade::Likely,
        f.assumes = translated("the path between two frames is taken to be straight");
    f.weight = c.sensor ? 0.6 : std::min(1.0, 0.7 + 0.05 * travel / std::max(c.inside, 1e-9));
    add_fact(f, "enter", c.sweep.first, "step"), add_fact(f, "exit", c.sweep.last, "step");
    add_fact(f, "travel", travel, u), add_fact(f, "thickness", c.thickness, u);
    add_fact(f, "safe_speed", c.inside / c.dt, u + "/s");
    add_fact(f, "substeps_needed", std::max(2.0, std::ceil(travel / c.inside)), "count");
    add_fact(f, "speed", travel / c.dt, u + "/s");
    if (c.sensor) f.facts.push_back({"sensor", std::string("crossed without a report"), "text"});
    note_threshold(f, context_.settings.threshold("tunneling.least_depth"));
    const nlohmann::json mover = mover_target(now, f), wall = f.colliders[1];
    f.suggest.push_back({say("sweep {}", the(f.names[0])), {{{"motion", {mover}}, {"tests", "swept"}}}});
    const Geometry& other = *at(now, c.other).geometry;
    if (!c.sensor && other.convex()) { // a map does not become thicker as one
        const double grow = std::ceil((travel - c.inside) * 0.5 * 10.0 + 1.0) / 10.0;
        f.suggest.push_back({say("{} {} {} thick", f.names[1], figure(c.thickness + 2.0 * grow), u),
                             {{{"colliders", {wall}}, {"grow", grow}}}});
    }
    f.suggest.push_back(
        {say("more sub-steps for {}", the(f.names[0])),
         {{{"motion", {mover}},
           {"tests", "substeps"},
           {"substeps", static_cast<int>(std::clamp(f.number("substeps_needed"), 1.0, 1000.0))}}}});
    return f;
}

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<TunnelingRule>(context);
}

void describe(const Recording& r, Finding& f) {
    const std::ptrdiff_t after = r.frame_index(f.last), before = r.frame_index(f.first);
    if (after < 0 || before < 0) return;
    AccountWriter account(f);
    const Slot a = r.collider_slot(f.colliders[0]), b = r.collider_slot(f.colliders[1]);
    const std::string mover = the(f.names[0]), other = the(f.names[1]);
    const auto place = [&](std::ptrdiff_t i) {
        const auto index = static_cast<std::size_t>(i);
        return r.world_at(index).body_of(a).pose.at - r.world_at(index).body_of(b).pose.at;
    };
    const double travel = f.number("travel");
    const Vec3 way = unit(place(after) - place(before));
    for (std::ptrdiff_t i = std::max<std::ptrdiff_t>(0, before - 1); i <= before; ++i) {
        const World w = r.world_at(static_cast<std::size_t>(i));
        if (!w.live(a) || !w.live(b)) continue;
        const PairView v = pair_toward(w, a, b, way, 3.0 * travel);
        if (!v.known) continue;
        const Vec3 velocity = w.body_of(a).velocity;
        account.at(w.number(),
                   say("{} is {} {}, {} ({} per frame).", sentence_the(f.names[0]), place_text(r, v), other,
                       motion_text(r, velocity), length_text(r, glm::length(velocity) * w.dt())));
    }
    account.at(f.last, f.number("enter"), say("It touches {}.", other));
    account.at(f.last, f.number("exit"), say("It has passed {} completely.", other));
    const PairView v = pair_toward(r.world_at(static_cast<std::size_t>(after)), a, b, -way, travel);
    const std::string silence = translated(
        f.fact("sensor")                  ? "No report was logged."
        : r.header.has(Channel::Contacts) ? "No contact was logged and its velocity was not turned back."
                                          : "Its velocity was not turned back. Contacts are not logged.");
    account.at(f.last, say("It is {} {}. {}", place_text(r, v), other, silence));
    account.cause(
        say("the game tests only at the end of each step. {} and {} together are {} thick along the path, "
            "one step "
            "is {}. Below {} at least one test would hit.",
            sentence_the(f.names[1]), mover,
            length_text(r, f.number("travel") * f.number("safe_speed") / std::max(f.number("speed"), 1e-9)),
            length_text(r, f.number("travel")), speed_text(r, f.number("safe_speed"))));
}

} // namespace

const Fault tunneling_fault = {
    .id = "tunneling",
    .title = "Tunneling",
    .what = "A body passes through a collider within one step and nothing responds.",
    .headline = "{mover} through {other}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
