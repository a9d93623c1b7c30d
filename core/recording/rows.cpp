// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/rows.hpp"

#include <algorithm>
#include <array>
#include <map>
#include <type_traits>
#include <unordered_map>

namespace oddbounce {

namespace {

void write_id(ByteWriter& out, Id id, Id& last) {
    out.whole(static_cast<Id>(static_cast<std::uint64_t>(id) - static_cast<std::uint64_t>(last)));
    last = id;
}
Id read_id(ByteReader& in, Id& last) {
    last = static_cast<Id>(static_cast<std::uint64_t>(last) + static_cast<std::uint64_t>(in.whole()));
    return last;
}

// ---- the numbers of a row: cell k, null where the row does not have it

/// Where the numbers lie in a BodyRow, in bytes from its beginning: asked for some millions of times a
/// second.
const std::array<std::ptrdiff_t, 13>& places_of_numbers(int space) {
    static const auto measure = [](bool plane) {
        const BodyRow r;
        const double* const in_plane[] = {&r.at.x,       &r.at.y,       &r.angle,
                                          &r.velocity.x, &r.velocity.y, &r.angular_velocity.z};
        const double* const in_space[] = {&r.at.x,
                                          &r.at.y,
                                          &r.at.z,
                                          &r.rotation.x,
                                          &r.rotation.y,
                                          &r.rotation.z,
                                          &r.rotation.w,
                                          &r.velocity.x,
                                          &r.velocity.y,
                                          &r.velocity.z,
                                          &r.angular_velocity.x,
                                          &r.angular_velocity.y,
                                          &r.angular_velocity.z};
        std::array<std::ptrdiff_t, 13> out{};
        for (std::size_t k = 0; k < (plane ? 6u : 13u); ++k)
            out[k] = reinterpret_cast<const char*>(plane ? in_plane[k] : in_space[k]) -
                     reinterpret_cast<const char*>(&r);
        return out;
    };
    static const auto plane = measure(true), solid = measure(false);
    return space == 2 ? plane : solid;
}

template <class Row>
auto* cell(Row& r, std::size_t k, int space) requires std::is_same_v<std::remove_const_t<Row>, BodyRow> {
    static constexpr std::size_t plane[] = {2, 3, 5, 6}, solid[] = {3, 7, 10, 13};
    using Number = std::conditional_t<std::is_const_v<Row>, const double, double>;
    using Byte = std::conditional_t<std::is_const_v<Row>, const char, char>;
    Number* none = nullptr;
    if (k >= (space == 2 ? plane : solid)[r.given]) return none;
    return reinterpret_cast<Number*>(reinterpret_cast<Byte*>(&r) + places_of_numbers(space)[k]);
}
std::size_t cells(const BodyRow*, int space) { return space == 2 ? 6 : 13; }

/// Contacts: at and normal (three numbers each, in the plane two), depth, impulse.
template <class Row>
auto* cell(Row& c, std::size_t k, int space) requires std::is_same_v<std::remove_const_t<Row>, ContactRow> {
    using Number = std::conditional_t<std::is_const_v<Row>, const double, double>;
    Number* none = nullptr;
    const bool flat_z = space == 2 && (k == 2 || k == 5);
    if (flat_z) return none;
    if (k < 3) return c.at ? &(*c.at)[static_cast<int>(k)] : none;
    if (k < 6) return c.normal ? &(*c.normal)[static_cast<int>(k - 3)] : none;
    auto& number = k == 6 ? c.depth : c.impulse;
    return number ? &*number : none;
}
std::size_t cells(const ContactRow*, int) { return 8; }

// ---- groups: rows that follow one another in time, in the order of their first row

template <class Row> using Groups = std::vector<std::vector<Row*>>;

template <class Row> void write_groups(ByteWriter& out, const Groups<Row>& groups, int space) {
    std::vector<double> column;
    for (const auto& group : groups)
        for (std::size_t k = 0; k < cells(group.front(), space); ++k) {
            column.clear();
            for (Row* row : group)
                if (const double* c = cell(*row, k, space)) column.push_back(*c);
            if (!column.empty()) write_column(out, column);
        }
}

/// Row by row, not column by column: rows that follow one another in time lie far apart.
template <class Row> void read_groups(ByteReader& in, const Groups<Row>& groups, int space) {
    struct Column {
        std::size_t count = 0, next = 0;
        std::vector<double> numbers;
    };
    std::array<Column, 13> columns;
    for (const auto& group : groups) {
        const std::size_t most = cells(group.front(), space);
        for (Column& c : columns) c.count = c.next = 0;
        for (Row* row : group)
            for (std::size_t k = 0; k < most; ++k) columns[k].count += cell(*row, k, space) != nullptr;
        for (std::size_t k = 0; k < most; ++k) {
            columns[k].numbers.resize(columns[k].count);
            if (columns[k].count > 0) read_column(in, columns[k].numbers);
        }
        for (Row* row : group)
            for (std::size_t k = 0; k < most; ++k)
                if (double* number = cell(*row, k, space)) *number = columns[k].numbers[columns[k].next++];
    }
}

/// Rows of one body each.
template <class Frames> auto bodies_of(Frames frames) {
    using Row = std::remove_reference_t<decltype(frames.front().bodies.front())>;
    Groups<Row> groups;
    std::unordered_map<Id, std::size_t> at;
    std::vector<std::pair<Id, std::size_t>> last; // most frames have the same rows as the one before
    for (auto& f : frames)
        for (std::size_t i = 0; i < f.bodies.size(); ++i) {
            const Id id = f.bodies[i].id;
            if (i >= last.size()) last.resize(i + 1, {0, ~std::size_t(0)});
            if (last[i].first != id || last[i].second == ~std::size_t(0)) {
                last[i] = {id, at.emplace(id, groups.size()).first->second};
                if (last[i].second == groups.size()) groups.emplace_back();
            }
            groups[last[i].second].push_back(&f.bodies[i]);
        }
    return groups;
}

/// The n-th contacts of one pair in each frame.
template <class Frames> auto contacts_of(Frames frames) {
    using Row = std::remove_reference_t<decltype(frames.front().contacts.front())>;
    Groups<Row> groups;
    struct Pair {
        std::size_t frame = 0, seen = 0; // contacts of it in that frame so far; frames count from 1
        std::vector<std::size_t> groups;
    };
    std::map<std::pair<Id, Id>, Pair> pairs;
    std::size_t number = 0;
    for (auto& f : frames) {
        ++number;
        if (!contacts_in_rows(f)) continue;
        for (auto& c : f.contacts) {
            Pair& pair = pairs[{c.a, c.b}];
            if (pair.frame != number) pair.frame = number, pair.seen = 0;
            if (pair.seen == pair.groups.size()) pair.groups.push_back(groups.size()), groups.emplace_back();
            groups[pair.groups[pair.seen++]].push_back(&c);
        }
    }
    return groups;
}

constexpr std::uint8_t has_at = 1, has_normal = 2, has_depth = 4, has_impulse = 8, is_active = 64;

std::uint8_t kind_of(const ContactRow& c) {
    return static_cast<std::uint8_t>((c.at ? has_at : 0) | (c.normal ? has_normal : 0) |
                                     (c.depth ? has_depth : 0) | (c.impulse ? has_impulse : 0) |
                                     static_cast<int>(c.phase) << 4 | (c.active ? is_active : 0));
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

/// Rows that may still come; a row needs two bytes at least, but a frame like the one before needs one for
/// all.
struct RowBudget {
    std::size_t left = most_rows_of_span;
    void take(std::size_t rows) {
        if (rows > left) throw Damaged("holds more than 8 000 000 rows in 128 frames");
        left -= rows;
    }
};

void read_shape(ByteReader& in, Frame& f, const Frame* before, RowBudget& budget) {
    Id last = 0;
    if (in.byte() == 0) {
        if (!before) throw Damaged("begins with a frame like the one before");
        budget.take(before->bodies.size());
        f.bodies = before->bodies;
    } else {
        constexpr std::size_t least_bytes = 2; // id and kind
        const std::size_t rows = in.count(in.left() / least_bytes);
        budget.take(rows);
        f.bodies.assign(rows, {});
        for (BodyRow& r : f.bodies) {
            r.id = read_id(in, last);
            const std::uint8_t given = in.byte();
            if (given > BodyRow::AngularVelocity) throw Damaged("holds a body row of an unknown kind");
            r.given = static_cast<BodyRow::Given>(given);
        }
    }
    last = 0;
    constexpr std::size_t least_bytes = 3; // two ids and kind
    const std::size_t contacts = in.count(in.left() / least_bytes);
    budget.take(contacts);
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
    write_groups(out, bodies_of(frames), space);
    write_groups(out, contacts_of(frames), space);
    return out.bytes();
}

void unpack_rows(std::string_view bytes, std::span<Frame> frames, int space) {
    ByteReader in(bytes);
    const Frame* before = nullptr;
    RowBudget budget;
    for (Frame& f : frames) read_shape(in, f, before, budget), before = &f;
    read_groups(in, bodies_of(frames), space), read_groups(in, contacts_of(frames), space);
    if (!in.empty()) throw Damaged("holds more than its frames");
}

// ---- worlds

namespace {

using State = std::array<double, 20>;

State state_of(const BodyState& b) {
    const Pose& p = b.pose;
    const glm::dquat q = p.turn.quaternion();
    return {p.at.x,
            p.at.y,
            p.at.z,
            p.turn.angle(),
            q.x,
            q.y,
            q.z,
            q.w,
            b.scale.x,
            b.scale.y,
            b.scale.z,
            b.velocity.x,
            b.velocity.y,
            b.velocity.z,
            b.angular_velocity.x,
            b.angular_velocity.y,
            b.angular_velocity.z,
            b.desired.x,
            b.desired.y,
            b.desired.z};
}
BodyState body_from(const State& n, unsigned flags) {
    BodyState b;
    BodyRow row;
    row.at = {n[0], n[1], n[2]}, row.angle = n[3], row.rotation = glm::dquat(n[7], n[4], n[5], n[6]);
    b.pose = row.pose();
    b.scale = {n[8], n[9], n[10]}, b.velocity = {n[11], n[12], n[13]},
    b.angular_velocity = {n[14], n[15], n[16]}, b.desired = {n[17], n[18], n[19]};
    b.present = flags & 1, b.waiting = flags & 2, b.fresh = flags & 4, b.teleported = flags & 8,
    b.grounded = flags & 16, b.velocity_known = flags & 32, b.velocity_logged = flags & 64,
    b.has_desired = flags & 128;
    return b;
}
std::uint8_t flags_of(const BodyState& b) {
    return static_cast<std::uint8_t>((b.present && !b.leaving) | b.waiting << 1 | b.fresh << 2 |
                                     b.teleported << 3 | b.grounded << 4 | b.velocity_known << 5 |
                                     b.velocity_logged << 6 | b.has_desired << 7);
}

} // namespace

std::string pack_world(const World& w) {
    ByteWriter out;
    std::vector<const BodyState*> kept;
    for (const BodyState& b : w.bodies())
        if (b.def && ((b.present && !b.leaving) || b.waiting || b.scale != Vec3(1.0))) kept.push_back(&b);
    out.whole(w.number());
    const double dt = w.dt();
    write_column(out, {&dt, 1});
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

World unpack_world(std::string_view bytes, const Recording& r, std::span<const DefinitionRef> definitions) {
    World w(r);
    w.define(definitions);
    ByteReader in(bytes);
    const std::int64_t number = in.whole();
    double dt = 0.0;
    read_column(in, {&dt, 1});
    w.set_frame(number, dt);
    std::vector<std::pair<Slot, std::uint8_t>> kept(in.count(std::min(in.left() / 2, r.body_count())));
    Id last = 0;
    for (auto& [slot, flags] : kept) {
        slot = r.body_slot(read_id(in, last)), flags = in.byte();
        if (slot < 0 || !w.bodies()[static_cast<std::size_t>(slot)].def)
            throw Damaged("keeps the state of a body that is not defined");
    }
    std::vector<State> states(kept.size());
    std::vector<double> column(kept.size());
    for (std::size_t k = 0; k < State().size() && !kept.empty(); ++k) {
        read_column(in, column);
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
    const std::size_t off = in.count(in.left());
    last = 0;
    for (std::size_t i = 0; i < off; ++i) {
        const Slot c = r.collider_slot(read_id(in, last));
        if (c < 0 || !w.colliders()[static_cast<std::size_t>(c)].def)
            throw Damaged("switches a collider that is not defined");
        w.set_on(c, false);
    }
    if (!in.empty()) throw Damaged("holds more than its world");
    w.settle();
    return w;
}

} // namespace oddbounce
