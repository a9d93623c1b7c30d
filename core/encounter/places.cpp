// SPDX-License-Identifier: GPL-3.0-or-later
#include "encounter/places.hpp"

#include "shape/touching.hpp"

namespace oddbounce {

void take_for_touch(Meeting& m) {
    for (double* gap : {&m.gap_after, &m.gap_before})
        if (std::abs(*gap) <= m.error) *gap = 0.0;
}

Places::Places(const World& now, const Meeting& pair, const Motion& ma, const Motion& mb)
    : pair_(pair), ma_(ma), mb_(mb), way_(ma.travel() - mb.travel()), a_(*at(now, pair.a).geometry),
      b_(*at(now, pair.b).geometry), slop_(now.recording().slop()),
      touch_(slop_ + now.recording().header.skin),
      listed_(listed_faces * slop_ + now.recording().header.skin) {}

std::vector<Distance> Places::faces() const {
    const bool entangled = pair_.gap_after < -listed_ && !a_.convex() && !b_.convex();
    if (pair_.gap_after > listed_ || entangled) return {};
    const Distance known{true, pair_.gap_after, pair_.normal, pair_.on_a, pair_.on_b};
    return touching(a_, ma_.to, b_, mb_.to, listed_, &known);
}

/// The face that is met in the step, whatever is touched at its start.
Sweep Places::met(std::span<const Distance> before) const {
    if (pair_.gap_before < -slop_) return {};
    if (before.empty()) return pair_.sweep;
    const bool goes = glm::dot(way_, way_) > slop_ * slop_;
    return goes ? sweep_off_faces(a_, ma_, b_, mb_, before, slop_) : Sweep{};
}

std::vector<Meeting> Places::list(std::span<const Distance> before, std::span<const Distance> after) {
    if (pair_.closest() > touch_) return {};
    const Sweep hit = met(before);
    const bool hits = hit.status == Status::Found || hit.status == Status::Started;
    const bool elsewhere = hits && glm::dot(hit.normal, pair_.normal) <= one_place;
    if (after.size() < 2 && !elsewhere) return {};
    all_.push_back(pair_);
    for (const Distance& d : after)
        if (d.gap <= touch_ && !find(d.normal)) add(d.normal, d.gap, d.on_a, d.on_b);
    if (hits && !find(hit.normal)) add(hit.normal, pair_.gap_after, hit.on_a, hit.on_b);
    if (all_.size() == 1) return {};
    all_[0].sweep = {}; // of the pair; it goes to the face that is met
    if (hits) {
        Meeting& place = *find(hit.normal);
        place.sweep = hit;
        place.gap_before = std::max(place.gap_before, hit.first * glm::dot(way_, hit.normal));
    }
    const bool turns = ma_.turning() != 0.0 || mb_.turning() != 0.0;
    for (Meeting& p : all_) {
        // The gap to a face that is touched cannot have shrunk by more than the way along its normal.
        if (!turns && p.gap_after <= touch_)
            p.gap_before = std::max(p.gap_before, p.gap_after + glm::dot(way_, p.normal));
        p.places = static_cast<std::uint32_t>(all_.size());
        take_for_touch(p);
    }
    return std::move(all_);
}

Meeting* Places::find(const Vec3& normal) {
    const auto same = [&](const Meeting& p) { return glm::dot(p.normal, normal) > one_place; };
    const auto it = std::ranges::find_if(all_, same);
    return it == all_.end() ? nullptr : &*it;
}

void Places::add(const Vec3& normal, double gap, const Vec3& on_a, const Vec3& on_b) {
    Meeting p = pair_;
    p.normal = normal, p.gap_after = gap, p.on_a = on_a, p.on_b = on_b, p.sweep = {};
    all_.push_back(p);
}

void mark_contact(const ContactRow& row, Slot a, std::span<Meeting> places) {
    const auto mark = [&](Meeting& p) { p.contact = true, p.lasts = p.lasts || row.phase != Phase::End; };
    const auto agrees = [&](const Meeting& p) {
        return glm::dot(*row.normal, p.normal) * (row.mark_a.slot == a ? 1.0 : -1.0);
    };
    if (row.normal)
        mark(*std::ranges::max_element(places, {}, agrees));
    else
        for (Meeting& p : places) mark(p);
}

void PlaceNumbers::number(std::size_t index, const World& world, Met& met) {
    if (index != next_) last_.clear();
    next_ = index + 1;
    std::vector<Named> now;
    auto before = last_.begin();
    for (Meeting& m : met.pairs) {
        const bool apart_or_convex =
            m.gap_after >= 0.0 || (at(world, m.a).geometry->convex() && at(world, m.b).geometry->convex());
        if (m.faces == 0 && m.places == 1 && apart_or_convex) continue; // one place, and nothing to keep
        const auto pair = std::pair(m.a, m.b);
        while (before != last_.end() && std::pair(before->a, before->b) < pair) ++before;
        auto end = before;
        while (end != last_.end() && std::pair(end->a, end->b) == pair) ++end;
        const std::span<const Named> was(before, end);
        const std::size_t first = now.size();
        if (m.places == 1) name(world, m, was, now, first);
        for (std::uint32_t i = 0; m.places > 1 && i < m.places; ++i)
            name(world, met.places[m.first_place + i], was, now, first);
        if (m.places > 1) m.place = met.places[m.first_place].place;
    }
    last_ = std::move(now);
}

void PlaceNumbers::name(const World& world, Meeting& m, std::span<const Named> was, std::vector<Named>& now,
                        std::size_t first) {
    // An edge without an inside is left on the nearer side, be it this or that.
    const bool either_side =
        m.gap_after < 0.0 && (at(world, m.a).geometry->open() || at(world, m.b).geometry->open());
    const auto taken = [&](int place) {
        return std::any_of(now.begin() + static_cast<std::ptrdiff_t>(first), now.end(),
                           [&](const Named& n) { return n.place == place; });
    };
    const Named* same = nullptr;
    double most = one_place;
    for (const Named& n : was) {
        const double d = glm::dot(n.normal, m.normal), alike = either_side ? std::abs(d) : d;
        if (alike > most && !taken(n.place)) most = alike, same = &n;
    }
    const auto used = [&](int place) {
        return taken(place) || std::ranges::any_of(was, [&](const Named& n) { return n.place == place; });
    };
    m.place = same ? same->place : 0;
    while (!same && used(m.place)) ++m.place;
    now.push_back({m.a, m.b, m.place, m.normal});
}

} // namespace oddbounce
