// SPDX-License-Identifier: GPL-3.0-or-later
// How a recording grows: definitions and frames as they come from a reader or a game.
#include "recording/bad_input.hpp"
#include "recording/plain_text.hpp"
#include "recording/recording.hpp"
#include "recording/span_rows.hpp"

#include <algorithm>
#include <utility>

namespace oddbounce {

namespace {
constexpr std::size_t held_rows = 1000000; // some 200 MB
using Reading = std::shared_lock<std::shared_mutex>;
using Writing = std::unique_lock<std::shared_mutex>;
} // namespace

Feed::Feed(std::string file, Header header, MakeStore make_store)
    : recording_(std::make_shared<Recording>(std::move(file), std::move(header))), now_(*recording_),
      make_store_(std::move(make_store)) {
    if (const auto rounding = recording_->header.rounding) know_rounding(*rounding);
}

Feed::Feed(std::string file, Header header, std::unique_ptr<Store> store)
    : Feed(std::move(file), std::move(header)) {
    recording_->store_ = std::move(store);
}

Feed::~Feed() {
    const Writing lock(recording_->mutex_);
    recording_->complete_ = true;
    recording_->grown_.notify_all();
}

void Feed::name_all(const Frame& frame) {
    const Writing lock(recording_->mutex_);
    for (const DefinitionRef& d : frame.before) {
        recording_->definitions_.push_back({recording_->ticks_.size(), d});
        recording_->name(d, recording_->ticks_.size());
    }
}

std::optional<UnknownId> resolve(Frame& frame, std::size_t index, const Frame* before, const Recording& r) {
    for (std::size_t i = 0; i < frame.bodies.size(); ++i) {
        BodyRow& row = frame.bodies[i];
        const bool same = before && i < before->bodies.size() && before->bodies[i].id == row.id;
        row.mark.slot = same ? before->bodies[i].mark.slot : r.body_slot_by(row.id, index);
        if (row.mark.slot < 0) return UnknownId{"bodies", row.id, false};
    }
    for (ContactRow& c : frame.contacts) {
        c.mark_a.slot = r.collider_slot_by(c.a, index), c.mark_b.slot = r.collider_slot_by(c.b, index);
        if (c.mark_a.slot < 0) return UnknownId{"a", c.a, true};
        if (c.mark_b.slot < 0) return UnknownId{"b", c.b, true};
    }
    std::optional<UnknownId> unknown;
    const auto body = [&](const char* key, Id id) {
        if (!unknown && r.body_slot_by(id, index) < 0) unknown = UnknownId{key, id, false};
    };
    const auto collider = [&](const char* key, Id id) {
        if (!unknown && r.collider_slot_by(id, index) < 0) unknown = UnknownId{key, id, true};
    };
    for (Id id : frame.removed) body("removed", id);
    for (Id id : frame.teleport) body("teleport", id);
    for (Id id : frame.grounded) body("grounded", id);
    for (Id id : frame.on) collider("on", id);
    for (Id id : frame.off) collider("off", id);
    for (const IdVector& v : frame.scale) body("scale", v.id);
    for (const IdVector& v : frame.desired) body("desired", v.id);
    for (const IdVector& v : frame.unresolved) body("unresolved", v.id);
    for (const IdCount& c : frame.iterations) body("iterations", c.id);
    for (const RayRow& ray : frame.rays) {
        if (ray.caster) body("caster", *ray.caster);
        if (ray.hit) collider("hit", *ray.hit);
        for (Id id : ray.skip) collider("skip", id);
    }
    for (const EventRow& e : frame.events)
        for (Id id : e.about) body("about", id);
    return unknown;
}

namespace {
std::uint8_t bits_of(const Frame& f) {
    return static_cast<std::uint8_t>(
        (f.rays.empty() ? 0 : Recording::Rays) | (f.events.empty() ? 0 : Recording::Events) |
        (f.contacts.empty() ? 0 : Recording::Contacts) | (f.screenshot ? Recording::Screenshot : 0));
}
} // namespace

std::optional<UnknownId> Feed::take(Frame&& frame) {
    Recording& r = *recording_;
    if (!frame.before.empty()) name_all(frame);
    if (auto unknown = resolve(frame, r.size(), last_.get(), r)) {
        const Writing lock(r.mutex_);
        r.definitions_.resize(r.definitions_.size() - frame.before.size(), {0, UnknownLine{}});
        return unknown;
    }
    if (r.tail_->frames.size() == Recording::span_frames) close_span();
    const auto held = std::make_shared<const Frame>(std::move(frame));
    {
        const Writing lock(r.mutex_);
        const double seconds = r.ticks_.empty() ? 0.0 : r.ticks_.seconds() + held->dt;
        r.ticks_.push_back({held->number, seconds, bits_of(*held)});
        r.has_ |= bits_of(*held);
        for (const BodyRow& row : held->bodies) r.place(row.mark.slot);
        r.tail_->frames.push_back(held);
    }
    if (r.store_) r.store_->arrived(*held, r.size() - 1);
    if (places_) {
        constexpr double coarse = 0.25; // of the median collider: who steps so far goes from tile to tile
        places_->take(*held, now_);
        r.rounding_ = places_->step() <= coarse * r.median_extent() ? places_->step() : 0.0;
    }
    now_.step(*held);
    last_ = held;
    r.grown_.notify_all();
    return {};
}

/// What is held in memory goes to the store, as all that comes after it.
void Feed::spill() {
    Recording& r = *recording_;
    auto store = std::exchange(make_store_, nullptr)(r.header);
    if (!store) return;
    for (const auto& span : r.spans_) store->put(*span, r);
    const Writing lock(r.mutex_);
    r.store_ = std::move(store);
    r.spans_.clear();
}

/// The span under way is whole: it goes to where spans are kept, and the next begins.
void Feed::close_span() {
    Recording& r = *recording_;
    rows_ += rows_of(*r.tail_);
    if (make_store_ && rows_ > held_rows) spill();
    if (r.store_) r.store_->put(*r.tail_, r);
    auto next = std::make_shared<Span>();
    next->first = r.tail_first_ + r.tail_->frames.size();
    next->start = std::make_shared<const World>(now_);
    const Writing lock(r.mutex_);
    if (!r.store_) r.spans_.push_back(r.tail_);
    r.tail_ = std::move(next), r.tail_first_ = r.tail_->first;
}

void Feed::draw_from(std::shared_ptr<const Pictures> pictures) {
    recording_->pictures_ = std::move(pictures);
}

void Feed::warn(const std::string& sentence) {
    const Writing lock(recording_->mutex_);
    recording_->warnings_.push_back(sentence);
}

void Feed::finish(std::vector<DefinitionRef> after) {
    Recording& r = *recording_;
    {
        const Writing lock(r.mutex_);
        for (const DefinitionRef& d : after) r.name(d, r.ticks_.size());
        r.after_ = std::move(after);
        r.complete_ = true;
    }
    // What was not known while the frames came: which bodies are never placed.
    const auto settled = [&](const std::shared_ptr<Span>& span) {
        auto world = std::make_shared<World>(*span->start);
        world->settle();
        auto out = std::make_shared<Span>(*span);
        out->start = std::move(world);
        return out;
    };
    std::vector<std::shared_ptr<Span>> spans = r.spans_;
    for (auto& span : spans)
        if (span->start) span = settled(span);
    auto tail = r.tail_->start ? settled(r.tail_) : r.tail_;
    {
        const std::lock_guard cache(r.cache_mutex_);
        r.cache_.clear();
    }
    {
        const Writing lock(r.mutex_);
        r.spans_ = std::move(spans), r.tail_ = std::move(tail), r.settled_ = true;
        r.grown_.notify_all();
    }
    if (!r.store_) return;
    if (!r.tail_->frames.empty()) r.store_->put(*r.tail_, r);
    r.store_->finish(r);
}

void Feed::drop_before(std::size_t first) {
    Recording& r = *recording_;
    const std::size_t from = std::min(first / Recording::span_frames * Recording::span_frames, r.tail_first_);
    {
        const Writing lock(r.mutex_);
        if (from <= r.begin_) return;
        for (std::size_t i = r.begin_ / Recording::span_frames;
             !r.store_ && i < from / Recording::span_frames; ++i)
            r.spans_[i] = std::make_shared<Span>(); // its place in the list stays
        r.begin_ = from;
    }
    if (r.store_) r.store_->drop_before(from);
}

void Feed::know(std::size_t before, DefinitionRef definition) {
    const Writing lock(recording_->mutex_);
    recording_->name(definition, before);
    recording_->definitions_.push_back({before, std::move(definition)});
}

void Feed::know(std::int64_t number, double dt, std::uint8_t has) {
    Recording& r = *recording_;
    const Writing lock(r.mutex_);
    r.ticks_.push_back({number, r.ticks_.empty() ? 0.0 : r.ticks_.seconds() + dt, has});
    r.has_ |= has;
    r.tail_first_ = r.ticks_.size(), r.tail_->first = r.tail_first_;
}

void Feed::skip(std::size_t count, std::int64_t number) {
    Recording& r = *recording_;
    const Writing lock(r.mutex_);
    r.ticks_.skip(count, number);
    r.begin_ = r.tail_first_ = r.tail_->first = count;
}

void Feed::resume() {
    if (recording_->empty()) return;
    now_ = recording_->world_at(recording_->size() - 1);
    recording_->tail_->start = std::make_shared<const World>(now_);
}

void Feed::know_rounding(double step) { recording_->rounding_ = step, places_.reset(); }

void Feed::note_placed(Slot body) {
    const Writing lock(recording_->mutex_);
    recording_->place(body);
}

} // namespace oddbounce
