// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/edited.hpp"

#include "recording/bad_input.hpp"

#include <algorithm>
#include <set>

namespace oddbounce {

namespace {

bool in(const std::vector<Id>& ids, Id id) { return std::find(ids.begin(), ids.end(), id) != ids.end(); }

class EditedSpans : public Store {
  public:
    EditedSpans(const Recording& base, Edits edits) : base_(base), edits_(std::move(edits)) {}

    void put(const Span&, const Recording&) override {}
    void drop_before(std::size_t) override {}
    void finish(const Recording&) override {}

    Span get(std::size_t first, const Recording& r) const override {
        const auto from = base_.span_of(first);
        Span out;
        out.first = first;
        if (from->start) out.start = std::make_shared<const World>(start(*from->start, first, r));
        for (std::size_t i = first; i < first + from->frames.size(); ++i)
            out.frames.push_back(std::make_shared<const Frame>(frame(*from->frames[i - first], i, r)));
        return out;
    }

  private:
    World start(const World& from, std::size_t first, const Recording& r) const {
        World w(r);
        w.define(r.definitions_before(first));
        for (const BodyState& b : from.bodies())
            if (b.def) w.set(r.body_slot(b.def->id), b);
        for (const ColliderState& c : from.colliders())
            if (c.def && !c.on) w.set_on(r.collider_slot(c.def->id), false);
        const std::size_t last = first - 1;
        for (const Edits::Switched& s : edits_.switched)
            if (s.first <= last && last <= s.last) w.set_on(r.collider_slot(s.collider), s.on);
        for (const Edits::Moved& m : edits_.moved)
            if (m.first <= last && last < m.first + m.rows.size())
                w.set(r.body_slot(m.body), state_of(m, last - m.first, from));
        w.set_frame(from.number(), from.dt());
        return w;
    }

    /// As stepping through the rows would leave it.
    static BodyState state_of(const Edits::Moved& m, std::size_t k, const World& from) {
        BodyState s;
        const BodyRow& row = m.rows[k];
        s.present = s.velocity_known = s.velocity_logged = true;
        s.pose = row.pose();
        s.velocity = row.velocity;
        const Rotation was = m.rows[k > 0 ? k - 1 : k].pose().turn;
        s.angular_velocity = was.to(s.pose.turn.counted_from(was)) / from.dt();
        for (const BodyState& b : from.bodies())
            if (b.def && b.def->id == m.body) s.scale = b.scale;
        return s;
    }

    Frame frame(const Frame& from, std::size_t i, const Recording& r) const {
        Frame f = from;
        f.before.clear();
        for (const Recording::Defined& d : r.definitions(i, i + 1)) f.before.push_back(d.definition);
        const auto replace = [&](const auto& all, auto& row) {
            if (const auto it = all.find(i); it != all.end()) row = it->second;
        };
        replace(edits_.rays, f.rays), replace(edits_.events, f.events), replace(edits_.grounded, f.grounded),
            replace(edits_.screenshots, f.screenshot);
        for (const Edits::Switched& s : edits_.switched) {
            if (s.first <= i && i <= s.last) std::erase(f.on, s.collider), std::erase(f.off, s.collider);
            if (i == s.first) (s.on ? f.on : f.off).push_back(s.collider);
            if (i == s.last + 1 && !in(f.on, s.collider) && !in(f.off, s.collider)) {
                const World was = base_.world_before(i);
                const Slot slot = base_.collider_slot(s.collider);
                (was.colliders()[static_cast<std::size_t>(slot)].on ? f.on : f.off).push_back(s.collider);
            }
        }
        const auto moves = [&](const Edits::Moved& m) { return i >= m.first && i < m.first + m.rows.size(); };
        for (const Edits::Moved& m : edits_.moved) { // first what was: two that are moved may touch each other
            if (i == m.first + m.rows.size() || (m.placed && i == m.first)) f.teleport.push_back(m.body);
            if (!moves(m)) continue;
            std::erase_if(f.bodies, [&](const BodyRow& b) { return b.id == m.body; });
            std::erase_if(f.contacts,
                          [&](const ContactRow& c) { return in(m.colliders, c.a) || in(m.colliders, c.b); });
            std::erase_if(f.events, [&](const EventRow& e) { return in(e.about, m.body); });
        }
        std::set<std::pair<Id, Id>> told; // both tell of their contact
        for (const Edits::Moved& m : edits_.moved) {
            if (!moves(m)) continue;
            f.bodies.push_back(m.rows[i - m.first]);
            for (const ContactRow& c : m.contacts[i - m.first])
                if (told.insert(std::minmax(c.a, c.b)).second) f.contacts.push_back(c);
        }
        if (const auto unknown = resolve(f, i, nullptr, r))
            throw BadInput(base_.file, 0, "the change names " + std::to_string(unknown->id));
        return f;
    }

    const Recording& base_;
    const Edits edits_;
};

} // namespace

std::shared_ptr<Recording> edited(const Recording& base, const Edits& edits) {
    Feed feed(base.file, base.header, std::make_unique<EditedSpans>(base, edits));
    feed.know_rounding(base.rounding());
    feed.draw_from(edits.pictures ? edits.pictures : base.pictures());
    for (const Recording::Defined& d : edits.definitions) feed.know(d.before, d.definition);
    if (base.begin() > 0) feed.skip(base.begin(), base.number(base.begin()));
    for (std::size_t i = base.begin(); i < base.size(); ++i)
        feed.know(base.number(i), i == 0 ? 0.0 : base.seconds_at(i) - base.seconds_at(i - 1),
                  static_cast<std::uint8_t>(base.has(i) |
                                            (edits.screenshots.count(i) ? Recording::Screenshot : 0)));
    for (std::size_t b = 0; b < base.body_count(); ++b)
        if (base.ever_placed(static_cast<Slot>(b)))
            feed.note_placed(feed.recording()->body_slot(base.body_id(static_cast<Slot>(b))));
    for (const Edits::Moved& m : edits.moved) feed.note_placed(feed.recording()->body_slot(m.body));
    feed.finish(base.after());
    return feed.recording();
}

} // namespace oddbounce
