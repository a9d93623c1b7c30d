// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/rows.hpp"

#include <algorithm>
#include <array>
#include <map>

namespace oddbounce {

namespace {

/// The numbers of one row, and a bit for each that it has.
struct Numbers {
    std::uint32_t has = 0;
    std::array<double, 13> n{};
};
/// Rows that follow one another in time: those of one body, or the k-th contact of one pair in each frame.
using Group = std::vector<Numbers*>;

std::uint32_t first_bits(std::size_t count) { return (1u << count) - 1; }

void write_groups(ByteWriter& out, const std::vector<Group>& groups) {
    std::vector<double> column;
    for (const Group& g : groups)
        for (std::size_t k = 0; k < 13; ++k) {
            column.clear();
            for (const Numbers* row : g)
                if (row->has >> k & 1) column.push_back(row->n[k]);
            if (!column.empty()) write_column(out, column);
        }
}

void read_groups(ByteReader& in, const std::vector<Group>& groups) {
    for (const Group& g : groups)
        for (std::size_t k = 0; k < 13; ++k) {
            std::vector<Numbers*> has;
            for (Numbers* row : g)
                if (row->has >> k & 1) has.push_back(row);
            if (has.empty()) continue;
            const std::vector<double> column = read_column(in, has.size());
            for (std::size_t i = 0; i < has.size(); ++i) has[i]->n[k] = column[i];
        }
}

/// Groups in the order of their first row.
template <class Key> class Groups {
  public:
    void add(const Key& key, Numbers* row) {
        const auto [it, fresh] = at_.emplace(key, all_.size());
        if (fresh) all_.emplace_back();
        all_[it->second].push_back(row);
    }
    const std::vector<Group>& all() const { return all_; }

  private:
    std::map<Key, std::size_t> at_;
    std::vector<Group> all_;
};

void write_id(ByteWriter& out, Id id, Id& last) {
    out.whole(static_cast<Id>(static_cast<std::uint64_t>(id) - static_cast<std::uint64_t>(last)));
    last = id;
}
Id read_id(ByteReader& in, Id& last) {
    last = static_cast<Id>(static_cast<std::uint64_t>(last) + static_cast<std::uint64_t>(in.whole()));
    return last;
}

// ---- bodies

Numbers numbers(const BodyRow& r, int space) {
    static constexpr std::size_t plane[] = {2, 3, 5, 6}, solid[] = {3, 7, 10, 13};
    Numbers out;
    out.has = first_bits((space == 2 ? plane : solid)[r.given]);
    if (space == 2)
        out.n = {r.at.x, r.at.y, r.angle, r.velocity.x, r.velocity.y, r.turning.z};
    else
        out.n = {r.at.x,       r.at.y,       r.at.z,       r.spin.x,    r.spin.y,    r.spin.z,   r.spin.w,
                 r.velocity.x, r.velocity.y, r.velocity.z, r.turning.x, r.turning.y, r.turning.z};
    return out;
}
void set(BodyRow& r, int space, const std::array<double, 13>& n) {
    if (space == 2) {
        r.at = {n[0], n[1], 0.0}, r.angle = n[2], r.velocity = {n[3], n[4], 0.0},
        r.turning = {0.0, 0.0, n[5]};
        return;
    }
    r.at = {n[0], n[1], n[2]}, r.velocity = {n[7], n[8], n[9]}, r.turning = {n[10], n[11], n[12]};
    if (r.given >= BodyRow::Turn) r.spin = glm::dquat(n[6], n[3], n[4], n[5]);
}

// ---- contacts: at, normal (three numbers each), depth, impulse

constexpr std::uint8_t has_at = 1, has_normal = 2, has_depth = 4, has_impulse = 8, is_active = 64;

std::uint8_t kind_of(const ContactRow& c) {
    return static_cast<std::uint8_t>((c.at ? has_at : 0) | (c.normal ? has_normal : 0) |
                                     (c.depth ? has_depth : 0) | (c.impulse ? has_impulse : 0) |
                                     static_cast<int>(c.phase) << 4 | (c.active ? is_active : 0));
}
std::uint32_t bits_of(std::uint8_t kind, int space) {
    const std::uint32_t vector = first_bits(static_cast<std::size_t>(space));
    return (kind & has_at ? vector : 0) | (kind & has_normal ? vector << 3 : 0) |
           (kind & has_depth ? 64u : 0) | (kind & has_impulse ? 128u : 0);
}
Numbers numbers(const ContactRow& c, int space) {
    Numbers out;
    out.has = bits_of(kind_of(c), space);
    const Vec3 at = c.at.value_or(Vec3(0.0)), normal = c.normal.value_or(Vec3(0.0));
    out.n = {at.x, at.y, at.z, normal.x, normal.y, normal.z, c.depth.value_or(0.0), c.impulse.value_or(0.0)};
    return out;
}
ContactRow contact(std::uint8_t kind, Id a, Id b) {
    ContactRow c;
    if (kind >= 128) throw Damaged("holds a contact of an unknown kind");
    c.a = a, c.b = b, c.phase = static_cast<Phase>(kind >> 4 & 3), c.active = kind & is_active;
    if (kind & has_at) c.at = Vec3(0.0);
    if (kind & has_normal) c.normal = Vec3(0.0);
    if (kind & has_depth) c.depth = 0.0;
    if (kind & has_impulse) c.impulse = 0.0;
    return c;
}
void set(ContactRow& c, const std::array<double, 13>& n) {
    if (c.at) c.at = Vec3(n[0], n[1], n[2]);
    if (c.normal) c.normal = Vec3(n[3], n[4], n[5]);
    if (c.depth) c.depth = n[6];
    if (c.impulse) c.impulse = n[7];
}

/// The numbers of all rows of a span, grouped. `in` null: taken from the frames; else read into them.
struct Rows {
    std::vector<Numbers> rows; // never grows after it was grouped
    std::vector<Group> groups;
};

Rows bodies_of(std::span<const Frame> frames, int space) {
    Rows out;
    for (const Frame& f : frames)
        for (const BodyRow& r : f.bodies) out.rows.push_back(numbers(r, space));
    Groups<Id> groups;
    std::size_t i = 0;
    for (const Frame& f : frames)
        for (const BodyRow& r : f.bodies) groups.add(r.id, &out.rows[i++]);
    out.groups = groups.all();
    return out;
}

Rows contacts_of(std::span<const Frame> frames, int space) {
    Rows out;
    for (const Frame& f : frames)
        if (contacts_in_rows(f))
            for (const ContactRow& c : f.contacts) out.rows.push_back(numbers(c, space));
    Groups<std::tuple<Id, Id, int>> groups;
    std::size_t i = 0;
    for (const Frame& f : frames) {
        std::map<std::pair<Id, Id>, int> seen;
        if (contacts_in_rows(f))
            for (const ContactRow& c : f.contacts) groups.add({c.a, c.b, seen[{c.a, c.b}]++}, &out.rows[i++]);
    }
    out.groups = groups.all();
    return out;
}

void write_shape(ByteWriter& out, const Frame& f, const Frame* before) {
    const bool same =
        before && std::ranges::equal(f.bodies, before->bodies, [](const BodyRow& a, const BodyRow& b) {
            return a.id == b.id && a.given == b.given;
        });
    out.byte(same ? 0 : 1);
    Id last = 0;
    if (!same) {
        out.varint(f.bodies.size());
        for (const BodyRow& r : f.bodies) write_id(out, r.id, last), out.byte(r.given);
    }
    const std::size_t contacts = contacts_in_rows(f) ? f.contacts.size() : 0;
    out.varint(contacts);
    last = 0;
    for (std::size_t i = 0; i < contacts; ++i)
        write_id(out, f.contacts[i].a, last), write_id(out, f.contacts[i].b, last),
            out.byte(kind_of(f.contacts[i]));
}

void read_shape(ByteReader& in, Frame& f, const Frame* before, std::size_t most) {
    Id last = 0;
    if (in.byte() == 0) {
        if (!before) throw Damaged("begins with a frame like the one before");
        f.bodies = before->bodies;
    } else {
        f.bodies.assign(in.count(most), {});
        for (BodyRow& r : f.bodies) {
            r.id = read_id(in, last);
            const std::uint8_t given = in.byte();
            if (given > BodyRow::Turning) throw Damaged("holds a body row of an unknown kind");
            r.given = static_cast<BodyRow::Given>(given);
        }
    }
    last = 0;
    const std::size_t contacts = in.count(most);
    if (contacts > 0) f.contacts.clear();
    for (std::size_t i = 0; i < contacts; ++i) {
        const Id a = read_id(in, last), b = read_id(in, last);
        f.contacts.push_back(contact(in.byte(), a, b));
    }
}

} // namespace

bool contacts_in_rows(const Frame& f) {
    return std::ranges::all_of(f.contacts, [](const ContactRow& c) { return c.extra.empty(); });
}

std::string pack_rows(std::span<const Frame> frames, int space) {
    ByteWriter out;
    const Frame* before = nullptr;
    for (const Frame& f : frames) write_shape(out, f, before), before = &f;
    write_groups(out, bodies_of(frames, space).groups);
    write_groups(out, contacts_of(frames, space).groups);
    return out.bytes();
}

void unpack_rows(std::string_view bytes, std::span<Frame> frames, int space) {
    ByteReader in(bytes);
    const Frame* before = nullptr;
    for (Frame& f : frames) read_shape(in, f, before, bytes.size()), before = &f;
    const Rows bodies = bodies_of(frames, space), contacts = contacts_of(frames, space);
    read_groups(in, bodies.groups), read_groups(in, contacts.groups);
    if (!in.empty()) throw Damaged("holds more than its frames");
    std::size_t body = 0, touch = 0;
    for (Frame& f : frames) {
        for (BodyRow& r : f.bodies) set(r, space, bodies.rows[body++].n);
        if (contacts_in_rows(f))
            for (ContactRow& c : f.contacts) set(c, contacts.rows[touch++].n);
    }
}

// ---- worlds

namespace {

using State = std::array<double, 20>;

State state_of(const BodyState& b) {
    const Pose& p = b.pose;
    return {p.at.x,      p.at.y,      p.at.z,      p.angle,   p.spin.x,     p.spin.y,     p.spin.z,
            p.spin.w,    b.scale.x,   b.scale.y,   b.scale.z, b.velocity.x, b.velocity.y, b.velocity.z,
            b.turning.x, b.turning.y, b.turning.z, b.wish.x,  b.wish.y,     b.wish.z};
}
BodyState body_from(const State& n, unsigned flags) {
    BodyState b;
    b.pose.at = {n[0], n[1], n[2]}, b.pose.angle = n[3], b.pose.spin = glm::dquat(n[7], n[4], n[5], n[6]);
    b.scale = {n[8], n[9], n[10]}, b.velocity = {n[11], n[12], n[13]}, b.turning = {n[14], n[15], n[16]},
    b.wish = {n[17], n[18], n[19]};
    b.present = flags & 1, b.waiting = flags & 2, b.fresh = flags & 4, b.warped = flags & 8,
    b.grounded = flags & 16, b.velocity_known = flags & 32, b.velocity_logged = flags & 64,
    b.wishes = flags & 128;
    return b;
}
std::uint8_t flags_of(const BodyState& b) {
    return static_cast<std::uint8_t>(b.present | b.waiting << 1 | b.fresh << 2 | b.warped << 3 |
                                     b.grounded << 4 | b.velocity_known << 5 | b.velocity_logged << 6 |
                                     b.wishes << 7);
}

} // namespace

std::string pack_world(const World& w) {
    ByteWriter out;
    std::vector<const BodyState*> kept;
    for (const BodyState& b : w.bodies())
        if (b.def && (b.present || b.waiting || b.scale != Vec3(1.0))) kept.push_back(&b);
    out.whole(w.number());
    write_column(out, std::array{w.dt()});
    out.varint(kept.size());
    Id last = 0;
    for (const BodyState* b : kept) write_id(out, b->def->id, last), out.byte(flags_of(*b));
    std::vector<double> column(kept.size());
    for (std::size_t k = 0; k < State().size(); ++k) {
        for (std::size_t i = 0; i < kept.size(); ++i) column[i] = state_of(*kept[i])[k];
        if (!column.empty()) write_column(out, column);
    }
    std::vector<Id> off;
    for (const ColliderState& c : w.colliders())
        if (c.def && !c.on) off.push_back(c.def->id);
    out.varint(off.size());
    last = 0;
    for (const Id id : off) write_id(out, id, last);
    return out.bytes();
}

World unpack_world(std::string_view bytes, const Recording& r,
                   const std::vector<Recording::Defined>& definitions) {
    World w(r);
    for (const Recording::Defined& d : definitions) w.define(d.definition);
    ByteReader in(bytes);
    const std::int64_t number = in.whole();
    w.set_frame(number, read_column(in, 1)[0]);
    std::vector<std::pair<Slot, std::uint8_t>> kept(in.count(bytes.size()));
    Id last = 0;
    for (auto& [slot, flags] : kept) {
        slot = r.body_slot(read_id(in, last)), flags = in.byte();
        if (slot < 0 || !w.bodies()[static_cast<std::size_t>(slot)].def)
            throw Damaged("keeps the state of a body that is not defined");
    }
    std::vector<State> states(kept.size());
    for (std::size_t k = 0; k < State().size() && !kept.empty(); ++k) {
        const std::vector<double> column = read_column(in, kept.size());
        for (std::size_t i = 0; i < kept.size(); ++i) states[i][k] = column[i];
    }
    std::vector<bool> known(w.bodies().size(), false);
    for (std::size_t i = 0; i < kept.size(); ++i) {
        const BodyState state = body_from(states[i], kept[i].second);
        if (state.scale.x == 0.0 || state.scale.y == 0.0 || state.scale.z == 0.0)
            throw Damaged("holds a scale of zero");
        w.set(kept[i].first, state), known[static_cast<std::size_t>(kept[i].first)] = true;
    }
    for (std::size_t b = 0; b < w.bodies().size(); ++b)
        if (!known[b] && (w.bodies()[b].present || w.bodies()[b].waiting))
            w.set(static_cast<Slot>(b), BodyState());
    const std::size_t off = in.count(bytes.size());
    last = 0;
    for (std::size_t i = 0; i < off; ++i) {
        const Slot c = r.collider_slot(read_id(in, last));
        if (c < 0) throw Damaged("switches a collider that is not defined");
        w.set_on(c, false);
    }
    if (!in.empty()) throw Damaged("holds more than its world");
    w.settle();
    return w;
}

} // namespace oddbounce
