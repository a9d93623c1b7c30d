// SPDX-License-Identifier: GPL-3.0-or-later
#include "encounter/places.hpp"

#include "shape/touching.hpp"

#include <oneapi/tbb/info.h>
#include <oneapi/tbb/parallel_pipeline.h>
#include <oneapi/tbb/task_arena.h>

#include <map>
#include <mutex>
#include <numeric>

namespace oddbounce {

namespace {
constexpr double near_share_of_size = 0.5;
constexpr double near_steps_of_travel = 2.0;
constexpr double near_slops = 4.0;
// As a recording keeps them: the world at the start of each is at hand.
/// Frames that are computed at once: a span, or a part of one where there are so many bodies that their
/// worlds would fill the memory.
std::size_t frames_at_once(const Recording& recording) {
    constexpr std::size_t many = 2000; // bodies
    return recording.body_count() <= many       ? Recording::span_frames
           : recording.body_count() <= 2 * many ? Recording::span_frames / 2
                                                : Recording::span_frames / 4;
}

bool fixed(const World& w, Slot c) { return w.body_of(c).def->moves == Moves::Static; }
} // namespace

double nearing_distance(const Geometry& a, const Geometry& b, double travel, double slop) {
    const double size = std::min(a.reach(), b.reach());
    return near_share_of_size * size + near_steps_of_travel * travel + near_slops * slop;
}

double closing_speed(const World& world, Slot a, Slot b, const Vec3& normal) {
    return glm::dot(world.body_of(a).velocity - world.body_of(b).velocity, normal);
}

ClosingChange closing_change(const World& before, const World& now, Slot a, Slot b, const Vec3& normal,
                             const Vec3& at) {
    const auto speed = [&](const World& w, Slot c) {
        const BodyState& body = w.body_of(c);
        return glm::dot(body.velocity + glm::cross(body.angular_velocity, at - now.body_of(c).pose.at),
                        normal);
    };
    return {speed(before, a) - speed(before, b), speed(now, a) - speed(now, b)};
}

Vec3 relative_travel(const World& before, const World& now, Slot a, Slot b) {
    return now.motion_since(before, at(now, a).body).travel() -
           now.motion_since(before, at(now, b).body).travel();
}

void Pairing::index_still(const World& now) {
    if (still_.version == now.still_version()) return;
    still_ = {};
    still_.version = now.still_version();
    std::vector<Box> boxes;
    for (Slot c = 0; c < static_cast<Slot>(now.colliders().size()); ++c) {
        if (!now.live(c) || !fixed(now, c) || !at(now, c).geometry->judged()) continue;
        still_.colliders.push_back(c);
        boxes.push_back(at(now, c).geometry->bounds(now.body_of(c).pose));
    }
    still_.tree = BoxTree(boxes);
}

const Pairing::Ended* Pairing::ended(Slot a, Slot b) const {
    const auto it =
        std::lower_bound(last_.begin(), last_.end(), std::pair(a, b),
                         [](const Ended& g, const auto& pair) { return std::pair(g.a, g.b) < pair; });
    return it != last_.end() && it->a == a && it->b == b ? &*it : nullptr;
}

namespace {
/// By how much the gap of a pair may be wrong because places are rounded.
double gap_error(const World& now, Slot a, Slot b, const Vec3& normal) {
    const double rounded = fixed(now, a) || fixed(now, b) ? 1.0 : 2.0;
    return 0.5 * rounded * now.recording().rounding() *
           (std::abs(normal[0]) + std::abs(normal[1]) + std::abs(normal[2]));
}
} // namespace

void Pairing::meet(const World& before, const World& now, Slot a, Slot b, bool first, Met& out) const {
    if (at(now, a).def->id > at(now, b).def->id) std::swap(a, b);
    const ColliderState &ca = at(now, a), &cb = at(now, b);
    if (ca.body == cb.body) return;
    const Does does = now.does(a, b);
    // Who does nothing on meeting matters where it overlaps at a frame's end, no sooner.
    if (does == Does::Ignore) {
        const Vec3 between = now.body_of(a).pose.at - now.body_of(b).pose.at;
        const double reaches = ca.geometry->reach() + cb.geometry->reach();
        if (glm::dot(between, between) > reaches * reaches) return;
    }
    const Motion ma = now.motion_since(before, ca.body), mb = now.motion_since(before, cb.body);
    const double travel = glm::length(ma.travel() - mb.travel());
    const double near = nearing_distance(*ca.geometry, *cb.geometry, travel, now.recording().slop());

    const bool of_parts = does == Does::Solid && !(ca.geometry->convex() && cb.geometry->convex());

    Meeting m;
    m.a = a, m.b = b, m.does = does;
    const Distance after = distance(*ca.geometry, ma.to, *cb.geometry, mb.to, near);
    if (after.known)
        m.gap_after = after.gap, m.normal = after.normal, m.on_a = after.on_a, m.on_b = after.on_b;
    if (does == Does::Ignore && m.gap_after > 0.0) return;
    // Out of a corner leads no face: the meeting has that of the deepest one.
    if (m.gap_after < 0.0 && ca.geometry->of_parts() != cb.geometry->of_parts() &&
        !ca.geometry->has_face(ma.to, m.normal) && !cb.geometry->has_face(mb.to, -m.normal)) {
        const Distance face = touching(*ca.geometry, ma.to, *cb.geometry, mb.to, -m.gap_after, &after)[0];
        m.normal = face.normal, m.on_a = face.on_a, m.on_b = face.on_b;
    }
    const auto stepped = [&](Slot body) {
        const BodyState& state = now.bodies()[static_cast<std::size_t>(body)];
        return !state.fresh && !state.teleported;
    };
    const Ended* was = nullptr;
    bool same_shapes = false, unmoved = false;
    const bool step = !first && before.live(a) && before.live(b) && stepped(ca.body) && stepped(cb.body);
    if (step) {
        same_shapes = at(before, a).geometry == ca.geometry && at(before, b).geometry == cb.geometry;
        unmoved = travel == 0.0 && ma.turning() == 0.0 && mb.turning() == 0.0 && same_shapes;
        was = ended(a, b);
        m.gap_before = was ? was->gap : infinity;
        if (unmoved)
            m.gap_before = after.gap;
        else if (m.gap_before == infinity)
            m.gap_before =
                distance(*at(before, a).geometry, ma.from, *at(before, b).geometry, mb.from, near).gap;
        if (m.gap_before > near) m.gap_before = infinity;
        // What is farther apart at both ends than it travels in between cannot touch on the way.
        const double moved =
            travel + ma.turning() * ca.geometry->corner_reach() + mb.turning() * cb.geometry->corner_reach();
        const bool apart =
            same_shapes && std::min(m.gap_before, near) + std::min(m.gap_after, near) > 1.000001 * moved;
        // What lies on a shape of parts and stays there meets it from the start; which other face it meets on
        // the way is asked below.
        constexpr double lies = 1e-3; // slops
        const double slop = now.recording().slop();
        const bool stays = of_parts && m.gap_before <= lies * slop && m.gap_after <= slop;
        if (!unmoved && stays)
            m.sweep.status = Status::Started, m.sweep.last = 1.0;
        else if (!unmoved && !apart)
            m.sweep = sweep(*ca.geometry, ma, *cb.geometry, mb);
        else if (unmoved && after.gap <= 0.0)
            m.sweep.status = Status::Started, m.sweep.last = 1.0;
        if (!after.known && m.sweep.status != Status::None)
            m.normal = m.sweep.normal, m.on_a = m.sweep.on_a, m.on_b = m.sweep.on_b;
    }
    if (m.gap_after == infinity && m.gap_before == infinity && m.sweep.status == Status::None) return;
    // What is apart or inside by no more than the rounding of places touches, as far as anyone can tell.
    m.error = gap_error(now, a, b, m.normal);
    take_for_touch(m);
    if (of_parts) {
        Places places(now, m, ma, mb);
        std::vector<Distance> at_start;
        if (was && same_shapes)
            at_start = {faces_of(*was).begin(), faces_of(*was).end()};
        else if (step && m.gap_before <= places.listed())
            at_start =
                touching(*at(before, a).geometry, ma.from, *at(before, b).geometry, mb.from, places.listed());
        const bool rests = unmoved && was && glm::length(ma.travel()) == 0.0;
        const std::vector<Distance> at_end = rests ? at_start : places.faces();
        m.first_face = static_cast<std::uint32_t>(out.faces.size());
        m.faces = static_cast<std::uint32_t>(at_end.size());
        if (step && !unmoved) {
            const std::vector<Meeting> several = places.list(at_start, at_end);
            m.first_place = static_cast<std::uint32_t>(out.places.size());
            if (!several.empty()) m.places = static_cast<std::uint32_t>(several.size());
            out.places.insert(out.places.end(), several.begin(), several.end());
        }
        out.faces.insert(out.faces.end(), at_end.begin(), at_end.end());
    }
    out.pairs.push_back(m);
}

Met Pairing::meetings(const World& before, const World& now, const Frame& frame, bool first) {
    index_still(now);
    if (before.number() != last_number_) last_.clear();
    std::vector<Mover> movers;
    const double slop = now.recording().slop();
    for (const Slot body : now.movers())
        for (const Slot c : now.colliders_of(body)) {
            if (!now.live(c) || !at(now, c).geometry->judged()) continue;
            const Motion m = now.motion_since(before, at(now, c).body);
            Mover mover{c, at(now, c).geometry->bounds(m)};
            mover.swept.grow(
                nearing_distance(*at(now, c).geometry, *at(now, c).geometry, glm::length(m.travel()), slop));
            movers.push_back(mover);
        }
    constexpr int along = 0; // the axis that they are listed by
    std::vector<std::pair<double, std::size_t>> order;
    for (std::size_t k = 0; k < movers.size(); ++k) order.emplace_back(movers[k].swept.low[along], k);
    std::sort(order.begin(), order.end());
    Met out;
    for (std::size_t i = 0; i < order.size(); ++i) {
        const auto& [mine, query] = movers[order[i].second];
        still_.tree.meeting(query, [&, &mine = mine](int k) {
            meet(before, now, mine, still_.colliders[static_cast<std::size_t>(k)], first, out);
        });
        for (std::size_t j = i + 1; j < order.size() && order[j].first <= query.high[along]; ++j)
            if (const Mover& other = movers[order[j].second]; other.swept.meets(query))
                meet(before, now, mine, other.collider, first, out);
    }
    const auto by_pair = [](const Meeting& x, const Meeting& y) {
        return std::pair(x.a, x.b) < std::pair(y.a, y.b);
    };
    std::sort(out.pairs.begin(), out.pairs.end(), by_pair);
    for (const ContactRow& c : frame.contacts) {
        Meeting key;
        const auto [low, high] = std::minmax(c.a, c.b);
        key.a = (c.a == low ? c.mark_a : c.mark_b).slot, key.b = (c.a == low ? c.mark_b : c.mark_a).slot;
        const auto it = std::lower_bound(out.pairs.begin(), out.pairs.end(), key, by_pair);
        if (it == out.pairs.end() || it->a != key.a || it->b != key.b) continue;
        it->contact = true, it->lasts = it->lasts || c.phase != Phase::End;
        if (it->places > 1)
            mark_contact(c, it->a, std::span(out.places).subspan(it->first_place, it->places));
    }
    last_.clear(), last_number_ = now.number();
    for (const Meeting& m : out.pairs)
        if (m.gap_after != infinity) last_.push_back({m.a, m.b, m.gap_after, m.faces, m.first_face});
    last_faces_ = out.faces;
    return out;
}

std::span<const Meeting* const> MeetingsByBody::of(Slot body, const World& now,
                                                   const std::vector<Meeting>& all) {
    if (begins_.empty()) {
        const auto each = [&](auto&& take) {
            for (const Meeting& m : all) take(at(now, m.a).body, m), take(at(now, m.b).body, m);
        };
        begins_.resize(now.bodies().size() + 2);
        each([&](Slot b, const Meeting&) { ++begins_[static_cast<std::size_t>(b) + 2]; });
        std::partial_sum(begins_.begin(), begins_.end(), begins_.begin());
        list_.resize(2 * all.size());
        each([&](Slot b, const Meeting& m) { list_[begins_[static_cast<std::size_t>(b) + 1]++] = &m; });
    }
    const auto slot = static_cast<std::size_t>(body);
    if (body < 0 || slot + 1 >= begins_.size()) return {};
    return std::span(list_).subspan(begins_[slot], begins_[slot + 1] - begins_[slot]);
}

namespace {

/// Frames first..last: the worlds at their ends, and who met in their steps.
struct FrameRange {
    std::size_t first = 0, last = 0;
    std::vector<World> worlds; // the one before the first, too
    std::vector<std::shared_ptr<const Frame>> frames;
    std::vector<Met> meetings;
};

World start_of(const Recording& r, std::size_t first) {
    return first == 0 ? r.world_at(0) : r.world_before(first);
}

void compute(const Recording& r, FrameRange& s, const Control* control) {
    s.worlds.reserve(s.last - s.first + 2);
    s.worlds.push_back(start_of(r, s.first));
    Pairing pairing;
    for (std::size_t i = s.first; i <= s.last; ++i) {
        if (control && control->stop) break;
        s.frames.push_back(r.frame(i));
        s.worlds.push_back(s.worlds.back());
        if (i > 0) s.worlds.back().step(*s.frames.back());
        const std::size_t k = s.worlds.size() - 1;
        s.meetings.push_back(pairing.meetings(s.worlds[k - 1], s.worlds[k], *s.frames.back(), i == 0));
    }
}

} // namespace

bool walk(const Recording& recording, const WalkOptions& options,
          const std::function<void(const Step&)>& each) {
    const std::atomic<bool>* stop = options.control ? &options.control->stop : nullptr;
    const auto stopped = [&] { return stop && *stop; };
    if (!recording.wait_for(0, stop)) return !stopped();
    const bool whole = recording.complete();
    const std::size_t last = whole ? std::min(options.last, recording.size() - 1) : options.last,
                      first = std::max(recording.begin(), std::min(options.first, last));
    const int cores = tbb::info::default_concurrency();
    const int threads = options.threads > 0 ? std::min(options.threads, cores) : cores;
    const std::size_t at_once = frames_at_once(recording);
    // A crowd takes long enough for each that few need to wait.
    const std::size_t waiting = at_once == Recording::span_frames ? 3 : 2;
    std::size_t next = first;
    // The pipeline keeps everything in turn by itself; the locks (hardly ever waited for) hold the stretches
    // that are ready, and let a thread checker see the turns.
    std::mutex handing_out, handing_over, using_up;
    std::map<std::size_t, FrameRange> ready; // by first frame
    PlaceNumbers numbers;
    const auto hand_out = [&](tbb::flow_control& flow) -> std::pair<std::size_t, std::size_t> {
        const std::lock_guard lock(handing_out);
        if (next > last || !recording.wait_for(next, stop)) {
            flow.stop();
            return {};
        }
        const std::size_t from = next;
        const std::size_t to = std::min({last, (from / at_once + 1) * at_once - 1, recording.size() - 1});
        next = to + 1;
        return {from, to};
    };
    const auto make = [&](std::pair<std::size_t, std::size_t> frames) {
        FrameRange stretch{frames.first, frames.second, {}, {}, {}};
        compute(recording, stretch, options.control);
        const std::lock_guard lock(handing_over);
        ready.emplace(frames.first, std::move(stretch));
        return frames.first;
    };
    const auto take = [&](std::size_t from) {
        const std::lock_guard lock(handing_over);
        return std::move(ready.extract(from).mapped());
    };
    const auto use = [&](std::size_t from) {
        const std::lock_guard lock(using_up);
        FrameRange stretch = take(from);
        for (std::size_t k = 0; k < stretch.meetings.size(); ++k) {
            if (stopped()) return;
            numbers.number(stretch.first + k, stretch.worlds[k + 1], stretch.meetings[k]);
            each(Step{stretch.worlds[k], stretch.worlds[k + 1], stretch.frames[k], stretch.first + k,
                      std::move(stretch.meetings[k])});
        }
        if (options.control)
            options.control->progress = static_cast<double>(stretch.last + 1 - first) /
                                        static_cast<double>(std::min(last, recording.size() - 1) - first + 1);
    };
    tbb::task_arena arena(threads);
    arena.execute([&] {
        tbb::parallel_pipeline(
            static_cast<std::size_t>(threads) * waiting,
            tbb::make_filter<void, std::pair<std::size_t, std::size_t>>(tbb::filter_mode::serial_in_order,
                                                                        hand_out) &
                tbb::make_filter<std::pair<std::size_t, std::size_t>, std::size_t>(tbb::filter_mode::parallel,
                                                                                   make) &
                tbb::make_filter<std::size_t, void>(tbb::filter_mode::serial_in_order, use));
    });
    const std::scoped_lock all_done(handing_out, handing_over, using_up);
    return !stopped();
}

} // namespace oddbounce
