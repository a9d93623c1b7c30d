// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/held_up.hpp"

#include "fault/account_text.hpp"

namespace oddbounce {

using namespace held_up;

HeldUp::HeldUp(const RuleContext& context, const EdgeLook& look)
    : context_(context), r_(context.recording), up_(r_.header.up), slop_(r_.slop()),
      gravity_(glm::length(r_.header.gravity)), moved_share_(context.settings["stuck-on-edge.moved_share"]),
      frames_(static_cast<std::size_t>(context.settings["stuck-on-edge.frames"])), look_(look) {}

/// The least fall of this step that is still stuck; none: it falls, or has no reason to.
std::optional<double> HeldUp::does_not_fall(const Step& step, Slot body) {
    const BodyState& now = step.now.body(body);
    // Not a lift, not a gull.
    if (gravity_ == 0.0 || !(context_.observed.falls(body) || now.grounded || now.has_desired) ||
        wants_toward(now, up_, context_.shared.leans))
        return {};
    const double dt = step.now.dt();
    const Motion moved = step.now.motion_since(step.before, body);
    int& still = still_[body];
    const double should =
        gravity_ * dt * dt *
        static_cast<double>(std::min<std::size_t>(static_cast<std::size_t>(still) + 1, frames_));
    if (std::abs(glm::dot(moved.travel(), up_)) >= moved_share_ * should || moved.turning() * dt > 1e-4) {
        still = 0;
        return {};
    }
    ++still;
    // Among rounded places nobody sees a fall begin.
    constexpr double seen = 4.0; // times the rounding
    const double time = dt * still, fall = gravity_ * time * time / 2.0;
    if (fall <= seen * r_.rounding() && context_.passes_body(rounded, step.index, step.index, body))
        return {};
    return should;
}

/// Friction holds nothing at a side that goes away.
void HeldUp::note_attached(const Step& step, Slot body, const Face& side) {
    const Slot other = at(step.now, side.other).body;
    const Vec3 theirs = step.now.motion_since(step.before, other).travel(),
               mine = step.now.motion_since(step.before, body).travel();
    const double away = glm::dot(theirs, side.normal);
    if (away > std::max(context_.shared.hardly * slop_, r_.rounding()) &&
        glm::length(mine - theirs) <= context_.settings["stuck-on-edge.goes_with"] * away)
        attached_.insert(body), attached_kinds_.insert(step.now.body(body).def->kind);
}

bool HeldUp::attaches(Slot body) const {
    const std::string kind = body_kind(r_, r_.body_id(body));
    return attached_.count(body) > 0 || (!kind.empty() && attached_kinds_.count(kind) > 0);
}

/// Only the side of something holds it: friction does.
EdgeEvidence HeldUp::hung(const Step& step, Slot body, Slot mine, const std::vector<Face>& sides) {
    for (const Face& t : sides) note_attached(step, body, t);
    const BodyState& now = step.now.body(body);
    const double clear =
        std::max(context_.settings["stuck-on-edge.room"] * slop_,
                 context_.settings["stuck-on-edge.room_by_size"] * at(step.now, mine).geometry->extent());
    const Vec3 away = -sides[0].normal * (context_.shared.clear * slop_);
    const auto passes = [&](const Excuse& e) {
        return context_.passes_body(e, step.index, step.index, body);
    };
    if (!look_.free_ahead(step, body, away, up_ * -clear) && passes(no_way_down)) return {};
    EdgeEvidence e;
    e.kind = EdgeKind::Hung, e.at = sides[0].at, e.mine = sides[0].own;
    for (const Face& t : sides) e.others.push_back(t.other);
    const double press = std::max(0.0, wants_along(now, sides[0].normal));
    e.friction = press > 0.0 ? gravity_ * step.now.dt() / press : 0.0;
    return e;
}

/// Too little of its width, or a part of its outline above its feet, carries it.
EdgeEvidence HeldUp::carried(const Step& step, Slot body, Slot mine, const std::vector<Face>& all,
                             const std::vector<Face>& below) const {
    const BodyState& now = step.now.body(body);
    // What only a solver moves rests where its forces are in balance: that is physics, not an edge.
    if (!now.def->upright && !moved_by_code(now) &&
        context_.passes_body(balanced, step.index, step.index, body))
        return {};
    EdgeEvidence e;
    e.mine = mine, e.at = below[0].at;
    const auto [share, overhang] = supported(step, mine, all);
    e.overhang = overhang;
    for (const Face& t : below) e.others.push_back(t.other);
    const Box bounds = at(step.now, mine).geometry->bounds(now.pose);
    const double low = std::min(glm::dot(bounds.low, up_), glm::dot(bounds.high, up_)),
                 tall = std::abs(glm::dot(bounds.size(), up_));
    double feet = infinity;
    for (const Face& t : below) feet = std::min(feet, glm::dot(t.at, up_) - low);
    const bool hooked = feet > context_.settings["stuck-on-edge.overhang_height"] * tall;
    const double least =
        context_.settings[hooked ? "stuck-on-edge.overhang_share" : "stuck-on-edge.ledge_share"];
    const double error = r_.rounding() / at(step.now, mine).geometry->extent();
    if (share + error >= least &&
        context_.passes_body(enough_ground, step.index, step.index, body, share, least))
        return {};
    e.kind = hooked ? EdgeKind::Hook : EdgeKind::Perch;
    return e;
}

/// A body that should fall and does not: hung on a side, perched on a ledge, hooked by an overhang.
EdgeEvidence HeldUp::look(const Step& step, Slot body) {
    const std::optional<double> should = does_not_fall(step, body);
    if (!should) return {};
    const BodyState& now = step.now.body(body);
    const double near = slop_ + r_.header.skin;
    Slot mine = -1;
    for (Slot c : step.now.colliders_of(body))
        if (mine < 0 && step.now.live(c) && at(step.now, c).def->role == Role::Solid) mine = c;
    if (mine < 0) return {};
    const auto touches = [&](const auto& t) { return t.gap <= near || t.contact; };
    const auto is_side = [&](const auto& t) {
        return std::abs(glm::dot(t.normal, up_)) < context_.shared.leans;
    };
    const auto is_below = [&](const auto& t) { return !is_side(t) && glm::dot(t.normal, up_) < 0.0; };
    const double moved = glm::length(step.now.motion_since(step.before, body).travel());
    const bool goes = moved > moved_share_ * std::max(*should, slop_);
    // A crate wedged among crates is held by its pile; only what hangs on something fixed hangs on a side.
    bool pile = false, walks = false;
    for (const Meeting* m : step.of(body)) {
        if (m->does != Does::Solid) continue;
        const Face first = face_of(step, *m, body);
        pile = pile || (only_solved(now) && first.gap <= near &&
                        step.now.body_of(first.other).def->moves != Moves::Static);
        walks = walks || (goes && touches(first) && is_below(first));
    }
    if (pile && context_.passes_body(in_a_pile, step.index, step.index, body)) return {};
    if (walks) return {};
    const std::vector<Face> all = look_.touches(step, body);
    std::vector<Face> sides, below;
    for (const Face& t : all)
        if (touches(t) && is_side(t))
            sides.push_back(t);
        else if (touches(t) && is_below(t))
            below.push_back(t);
    if (below.empty()) return sides.empty() ? EdgeEvidence{} : hung(step, body, mine, sides);
    return goes ? EdgeEvidence{} : carried(step, body, mine, all, below);
}

} // namespace oddbounce
