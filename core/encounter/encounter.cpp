// SPDX-License-Identifier: GPL-3.0-or-later
#include "encounter/encounter.hpp"

namespace oddbounce {

double closing_that_matters(const Step& step) {
    const Recording& r = step.now.recording();
    return std::max(r.slop() / step.now.dt(), 2.0 * glm::length(r.header.gravity) * step.now.dt());
}

bool touches(const Step& step, const Meeting& m, double slops, double more) {
    const Recording& r = step.now.recording();
    return m.contact || m.closest() <= slops * r.slop() + r.header.skin + more;
}

bool turns_closing(const Step& step, const Meeting& m) {
    if (!touches(step, m)) return false;
    const ClosingChange c =
        closing_change(step.before, step.now, m.a, m.b, m.normal, (m.on_a + m.on_b) * 0.5);
    return c.before >= closing_that_matters(step) && c.after <= 0.1 * c.before;
}

bool logged_begin(const Frame& frame, Id a, Id b) {
    return std::any_of(frame.contacts.begin(), frame.contacts.end(), [&](const ContactRow& c) {
        return c.phase == Phase::Begin && c.active && std::minmax(c.a, c.b) == std::minmax(a, b);
    });
}

bool event_about(const Frame& frame, Id a, Id b) {
    return std::any_of(frame.events.begin(), frame.events.end(), [&](const EventRow& e) {
        const auto names = [&](Id id) {
            return std::find(e.about.begin(), e.about.end(), id) != e.about.end();
        };
        return names(a) && names(b);
    });
}

bool touched_by_third(const Step& step, const Meeting& m) {
    const Slot a = at(step.now, m.a).body, b = at(step.now, m.b).body;
    const auto by_third = [&](const Meeting* o) {
        const Slot x = at(step.now, o->a).body, y = at(step.now, o->b).body;
        const bool ours = x == a || x == b, theirs = y == a || y == b;
        return o->does == Does::Solid && ours != theirs && touches(step, *o) &&
               step.now.body(ours ? y : x).def->moves != Moves::Static;
    };
    const auto touched = [&](Slot own) {
        const auto all = step.of(own);
        return std::any_of(all.begin(), all.end(), by_third);
    };
    return touched(a) || touched(b);
}

std::size_t Encounter::touching_frames() const {
    std::size_t sum = 0;
    for (const Touch& t : touches) sum += t.last - t.first + 1;
    return sum;
}

namespace {
void touch(Encounter& e, std::size_t index, double depth, double slop) {
    constexpr double same_share = 0.25;
    if (!e.touches.empty()) {
        Encounter::Touch& t = e.touches.back();
        if (t.last + 1 == index && std::abs(depth - t.depth) <= same_share * std::max(t.depth, slop)) {
            t.last = index, t.depth = std::max(t.depth, depth);
            return;
        }
    }
    e.touches.push_back({index, index, depth});
}
} // namespace

void EncounterStream::step(const Step& step) {
    const double near =
        step.now.recording().slop() + step.now.recording().header.skin; // a body rests on what is that near
    for (const Meeting& m : step.meetings()) {
        if (m.does == Does::Ignore && m.gap_after > 0.0) continue;
        auto [it, fresh] = open_.try_emplace({m.a, m.b});
        Encounter& e = it->second;
        const auto body = [&](Slot c) { return step.now.colliders()[static_cast<std::size_t>(c)].body; };
        if (fresh)
            e.body_a = body(m.a), e.body_b = body(m.b), e.a = m.a, e.b = m.b, e.does = m.does,
            e.first = step.index;
        e.last = step.index;
        e.deepest = std::max(e.deepest, -m.gap_after);
        const bool touched = m.sweep.status == Status::Found || m.sweep.status == Status::Started ||
                             m.gap_after <= near || m.contact;
        if (touched) touch(e, step.index, std::max(0.0, -m.gap_after), step.now.recording().slop());
        if (std::ranges::any_of(step.places(m), [&](const Meeting& p) { return turns_closing(step, p); }))
            e.responses.push_back(step.index);
    }
    for (auto it = open_.begin(); it != open_.end();) {
        if (it->second.last == step.index) {
            ++it;
            continue;
        }
        done_(std::move(it->second));
        it = open_.erase(it);
    }
}

void EncounterStream::finish() {
    for (auto& [pair, e] : open_) done_(std::move(e));
    open_.clear();
}

} // namespace oddbounce
