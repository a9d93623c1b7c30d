// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/unturned.hpp"

#include "observation/measures.hpp"
#include "observation/response.hpp"

namespace oddbounce {

constexpr Excuse unturned_passes = excuse(
    "breaks-through", "several in a row are removed without turning it: it is let through for a while");

namespace {

constexpr std::size_t row = 3; // hits in succession that turn nothing: meant so

const Meeting* meeting_of(const Step& step, Slot a, Slot b) {
    const auto all = step.of(at(step.now, a).body);
    const auto found = std::ranges::find_if(
        all, [&](const Meeting* m) { return std::minmax(m->a, m->b) == std::minmax(a, b); });
    return found == all.end() ? nullptr : *found;
}

} // namespace

/// Layers may be coarse: all that an engine moves.
Unturned::Sorts Unturned::sorts_of(const World& world, const Hit& hit) {
    const auto sort = [&](Slot c) {
        const std::string& kind = world.body_of(c).def->kind;
        return kind.empty() ? layer_of(world, c) : kind;
    };
    return {sort(hit.mover), sort(hit.struck)};
}

void Unturned::step(const Step& step) {
    for (Hit& hit : pending_)
        if (hit.index < step.index) compare(step, hit);
    while (!pending_.empty() && pending_.front().index < step.index) {
        const Hit& hit = pending_.front();
        for (auto h = hits_.rbegin(); hit.near && h != hits_.rend() && h->index + 1 >= hit.index; ++h)
            if (h->index + 1 == hit.index && h->mover == hit.mover && h->struck == hit.struck) {
                hits_.erase(std::next(h).base());
                break;
            }
        if (hit.over) hits_.push_back(hit);
        if (!hit.near && hit.went != Hit::Went::Unknown) {
            Count& count = counts_[sorts_of(step.before, hit)];
            ++(hit.went == Hit::Went::Turned ? count.turned : count.on);
        }
        pending_.pop_front();
    }
    for (const Meeting& m : step.meetings()) // one may be removed in the next step
        if (m.does == Does::Solid && step.now.stays(m.a) && step.now.stays(m.b) && may_meet(step, m))
            take(step, m.a, m.b, touched(m), m.error), take(step, m.b, m.a, touched(m), m.error);
    for (const Id id : step.frame->removed)
        if (const Slot body = context_.recording.body_slot(id); body >= 0) take_all(step, body);
}

bool Unturned::touched(const Meeting& m) const {
    // Where places are rounded, only an overlap is a touch for certain.
    return m.closest() <= (m.error > 0.0 ? 0.0 : context_.recording.slop());
}

/// They are so near that the way of the step before leads from one to the other.
bool Unturned::may_meet(const Step& step, const Meeting& m) const {
    if (!step.before.live(m.a) || !step.before.live(m.b)) return false;
    const Vec3 way = step.before.body_of(m.a).velocity - step.before.body_of(m.b).velocity;
    return m.gap_before <= glm::length(way) * step.now.dt() + context_.recording.slop();
}

/// All that strikes what is removed in this step. A game may put a body back to where it was: then the two do
/// not come near each other in the recording.
void Unturned::take_all(const Step& step, Slot removed) {
    for (Slot body = 0; body < static_cast<Slot>(step.before.bodies().size()); ++body) {
        const BodyState& was = step.before.body(body);
        if (body == removed || !was.present || !was.velocity_known || was.def->moves == Moves::Static)
            continue;
        for (const Slot mover : step.before.colliders_of(body))
            for (const Slot struck : step.before.colliders_of(removed)) {
                if (step.before.does(mover, struck) != Does::Solid) continue;
                const Meeting* m = meeting_of(step, mover, struck);
                take(step, mover, struck, m && touched(*m), m ? m->error : 0.0);
            }
    }
}

/// Takes note of a hit, if it is one: they were apart, and the mover's own motion brought it there.
void Unturned::take(const Step& step, Slot mover, Slot struck, bool touched, double error) {
    if (!step.before.live(mover) || !step.before.live(struck)) return;
    const BodyState &is = step.now.body_of(mover), &was = step.before.body_of(mover);
    if (!step.now.stays(mover) || is.teleported || is.def->moves == Moves::Static || !was.velocity_known)
        return;
    // Else what its places say may be the mean of two ways.
    if (!was.velocity_logged && !context_.observed.knows_before(at(step.now, mover).body)) return;
    const Geometry &g = *at(step.before, mover).geometry, &other = *at(step.before, struck).geometry;
    const Pose &from = was.pose, &to = step.before.body_of(struck).pose;
    const double slop = context_.recording.slop(), dt = step.now.dt();
    const double way = glm::length(was.velocity - step.before.body_of(struck).velocity) * dt;
    if (way <= slop + error || glm::length(to.at - from.at) > g.reach() + other.reach() + way + slop) return;
    const Distance d = distance(g, from, other, to, way + slop);
    if (!d.known || d.gap < -error) return;
    Hit hit;
    hit.mover = mover, hit.struck = struck, hit.index = step.index;
    hit.before = was.velocity, hit.normal = d.normal, hit.touched = touched, hit.error = error,
    hit.near = d.gap <= slop;
    hit.speed = closing_speed(step.before, mover, struck, d.normal);
    if (hit.speed * dt <= slop + error || d.gap > hit.speed * dt + slop ||
        glm::dot(hit.before, hit.normal) < context_.shared.turned * hit.speed)
        return;
    hit.over = !step.now.stays(struck);
    if (is.velocity_logged && turned(is.velocity, hit)) hit.went = Hit::Went::Turned;
    pending_.push_back(hit);
}

bool Unturned::turned(const Vec3& velocity, const Hit& hit) const {
    return glm::dot(velocity, hit.normal) <= context_.shared.turned * glm::dot(hit.before, hit.normal);
}

/// A step later: what became of it.
void Unturned::compare(const Step& step, Hit& hit) const {
    if (step.index != hit.index + 1 || !step.now.stays(hit.mover)) return;
    hit.over = hit.over || !step.now.stays(hit.struck);
    const BodyState& is = step.now.body_of(hit.mover);
    if (hit.went == Hit::Went::Turned || is.teleported || !is.velocity_known) return;
    Vec3 change = is.velocity - hit.before;
    const Vec3 gravity = context_.recording.header.gravity;
    const Vec3 down = unit(gravity);
    constexpr double steps = 3.0; // from the middle of the step before to the end of the one after
    change -= down * std::clamp(glm::dot(change, down), 0.0, glm::length(gravity) * step.now.dt() * steps);
    if (turned(is.velocity, hit))
        hit.went = Hit::Went::Turned;
    else if (hit.touched &&
             glm::length(change) <= context_.shared.hardly * hit.speed + 2.0 * hit.error / step.now.dt())
        hit.went = Hit::Went::On;
}

/// It is one of several in succession of which none turned anything, as far as is known.
bool Unturned::in_a_row(const std::vector<Hit*>& alike, std::size_t k) {
    std::size_t first = k, last = k;
    while (first > 0 && alike[first - 1]->went != Hit::Went::Turned) --first;
    while (last + 1 < alike.size() && alike[last + 1]->went != Hit::Went::Turned) ++last;
    return last - first + 1 >= row;
}

std::vector<Unturned::Hit> Unturned::unlike_others() {
    const Recording& r = context_.recording;
    std::map<Sorts, std::vector<Hit*>> by_sorts;
    for (Hit& hit : hits_) {
        const World w = r.world_at(hit.index);
        by_sorts[sorts_of(w, hit)].push_back(&hit);
    }
    std::vector<Hit> out;
    for (const auto& [sorts, alike] : by_sorts) {
        const auto [turned, on] = counts_[sorts];
        const auto most = static_cast<double>(turned);
        if (most < context_.settings["no-reaction.turned"] ||
            most < context_.settings["no-reaction.others_share"] * static_cast<double>(turned + on))
            continue;
        for (std::size_t k = 0; k < alike.size(); ++k) {
            Hit& hit = *alike[k];
            if (hit.went != Hit::Went::On || !hit.over ||
                (in_a_row(alike, k) &&
                 context_.passes(unturned_passes, hit.index, hit.index, hit.mover, hit.struck)))
                continue;
            hit.others = turned, hit.sorts = sorts;
            out.push_back(hit);
        }
    }
    std::ranges::sort(out, {}, &Hit::index);
    return out;
}

} // namespace oddbounce
