// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/reports.hpp"

namespace oddbounce {

void Reports::step(const Step& step) {
    for (const auto* switches : {&step.frame->on, &step.frame->off})
        for (const Id id : *switches) restart(step.now.recording().collider_slot(id));
    std::swap(began_, began_before_), began_.clear();
    if (switched_.empty() && step.frame->events.empty() && touches_.empty() &&
        !step.now.recording().header.has(Channel::Events))
        return;
    for (const Meeting& m : step.meetings()) {
        if (m.does == Does::Ignore) continue;
        if (switched_.count(m.a) || switched_.count(m.b)) {
            if (m.does == Does::Report) sensor(step, m);
        } else
            fires(step, m);
    }
    for (auto it = touches_.begin(); it != touches_.end();)
        if (it->second.last == step.index)
            ++it;
        else
            close(it->second), it = touches_.erase(it);
}

void Reports::finish() {
    for (const auto& [pair, a] : activations_) close(pair, a);
    for (const auto& [event, t] : touches_) close(t);
}

void Reports::sensor(const Step& step, const Meeting& m) {
    const Id a = at(step.now, m.a).def->id, b = at(step.now, m.b).def->id;
    if (logged_begin(*step.frame, a, b)) activations_[{m.a, m.b}].begins.push_back(step.index);
    const Id mine = step.now.body_of(m.a).def->id, theirs = step.now.body_of(m.b).def->id;
    for (const EventRow& e : step.frame->events) {
        const auto names = [&](Id id) { return std::find(e.about.begin(), e.about.end(), id); };
        if (names(mine) == e.about.end() || names(theirs) == e.about.end()) continue;
        // Who did it to whom: of two that strike each other each may strike once.
        const bool in_order = names(mine) < names(theirs);
        std::vector<std::size_t>& told = activations_[{m.a, m.b}].events[in_order];
        if (told.empty() || told.back() != step.index) told.push_back(step.index);
    }
}

void Reports::restart(Slot collider) {
    switched_.insert(collider);
    for (auto it = activations_.begin(); it != activations_.end();)
        if (it->first.first != collider && it->first.second != collider)
            ++it;
        else
            close(it->first, it->second), it = activations_.erase(it);
}

void Reports::close(const Pair& pair, const Activation& a) const {
    // A game that tells its hits by events may let a touch begin again without counting it.
    const bool by_events = !a.events[0].empty() || !a.events[1].empty();
    const std::vector<std::size_t>& more = a.events[a.events[0].size() < a.events[1].size()];
    const std::vector<std::size_t>& reports = by_events ? more : a.begins;
    if (reports.size() > 1) found_({pair.first, pair.second, reports, ""});
}

void Reports::fires(const Step& step, const Meeting& m) {
    const Recording& r = step.now.recording();
    if (!r.header.has(Channel::Contacts)) return; // perhaps each of them had a contact of its own
    const double near = r.slop() + r.header.skin;
    if (!touches(step, m)) return;
    const Id a = at(step.now, m.a).def->id, b = at(step.now, m.b).def->id;
    const bool begins = m.gap_before > near || logged_begin(*step.frame, a, b);
    if (begins) began_.insert({m.a, m.b});
    const Id mine = step.now.body_of(m.a).def->id, theirs = step.now.body_of(m.b).def->id;
    for (auto it = touches_.begin(); it != touches_.end();) {
        const bool same = it->first.second == Pair{m.a, m.b};
        if (same && begins)
            close(it->second), it = touches_.erase(it);
        else {
            if (same) it->second.last = step.index;
            ++it;
        }
    }
    for (const EventRow& e : step.frame->events) {
        if (e.name == "mark" || e.about.size() != 2 ||
            std::minmax(e.about[0], e.about[1]) != std::minmax(mine, theirs))
            continue;
        const Event key{e.name, {m.a, m.b}};
        const auto it = touches_.find(key);
        if (it != touches_.end())
            it->second.after.push_back(step.since(it->second.told.at.front())),
                it->second.told.at.push_back(step.index);
        else if (begins || began_before_.count({m.a, m.b}))
            touches_[key] = {{m.a, m.b, {step.index}, e.name}, step.index, {0}};
    }
}

void Reports::close(const Touch& t) const {
    const std::vector<std::size_t>& after = t.after;
    if (after.size() < 2 || after[1] == 1 || after[1] > window_) return;
    const bool paced = after.size() > 2 && after[2] - after[1] == after[1];
    if (!paced) found_(t.told);
}

} // namespace oddbounce
