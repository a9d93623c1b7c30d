// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/recording.hpp"

#include "recording/bad_input.hpp"
#include "recording/pictured.hpp"
#include "recording/plain_text.hpp"
#include "recording/span_rows.hpp"

#include <algorithm>
#include <map>
#include <tuple>
#include <utility>

namespace oddbounce {

namespace {

constexpr std::size_t cached_rows = 400000; // some 60 MB
constexpr std::size_t cached_spans_least = 6;

using Reading = std::shared_lock<std::shared_mutex>;

template <class Enum> const char* pick(Enum e, std::initializer_list<const char*> words) {
    return *(words.begin() + static_cast<int>(e));
}

} // namespace

const char* word(Channel c) {
    return pick(c, {"contacts", "rays", "events", "desired", "grounded", "iterations", "unresolved", "end"});
}
const char* word(Moves m) { return pick(m, {"static", "kinematic", "dynamic"}); }
const char* word(Role r) { return pick(r, {"solid", "sensor", "one-way"}); }
const char* word(Does d) { return pick(d, {"solid", "report", "ignore"}); }

std::string label(const BodyDef& def) {
    constexpr std::size_t longest = 60; // characters
    if (!def.name.empty()) return plain_text(def.name, longest);
    return def.kind.empty() ? "body " + std::to_string(def.id) : plain_text(def.kind, longest);
}

// ---- geometry, made once

struct Recording::Geometries {
    using Key = std::tuple<const ColliderDef*, double, double, double>;
    std::mutex mutex;
    std::unordered_map<const ColliderDef*, std::shared_ptr<const Geometry>> plain;
    std::map<Key, std::weak_ptr<const Geometry>> scaled; // a scale may change in every frame
    std::size_t clean_at = 1024;
};

namespace {
/// Cells from a picture get their rows; the definition keeps only the picture's name.
std::shared_ptr<const Geometry> made_of(const Shape& shape, const Vec3& scale, const Recording& r) {
    if (shape.image.empty()) return std::make_shared<const Geometry>(shape, scale);
    try {
        return std::make_shared<const Geometry>(cells_of(shape, r.png(shape.image), r.header), scale);
    } catch (const NoPicture&) { // whoever read the recording has warned
        return std::make_shared<const Geometry>(shape, scale);
    }
}
} // namespace

std::string Recording::png(const std::string& image) const {
    if (is_data_uri(image)) return png_in_uri(image);
    if (!pictures_) throw NoPicture("is a path, but this recording has no folder");
    return pictures_->png(image);
}

std::shared_ptr<const Geometry> Recording::geometry(const ColliderDef& def, const Vec3& scale) const {
    const std::lock_guard lock(geometries_->mutex);
    if (scale == Vec3(1.0)) {
        auto& made = geometries_->plain[&def];
        if (!made) made = made_of(def.shape, scale, *this);
        return made;
    }
    auto& scaled = geometries_->scaled;
    if (scaled.size() > geometries_->clean_at) {
        std::erase_if(scaled, [](const auto& entry) { return entry.second.expired(); });
        geometries_->clean_at = 2 * scaled.size() + 1024;
    }
    auto& entry = scaled[{&def, scale.x, scale.y, scale.z}];
    auto made = entry.lock();
    if (!made) entry = made = made_of(def.shape, scale, *this);
    return made;
}

// ---- looking

Recording::Recording(std::string file_name, Header about)
    : file(std::move(file_name)), header(std::move(about)), slop_(header.slop.value_or(0.0)),
      tail_(std::make_shared<Span>()), geometries_(std::make_unique<Geometries>()),
      recent_(std::make_unique<RecentWorlds>()) {}

Recording::~Recording() = default;

std::size_t Recording::size() const { return Reading(mutex_), ticks_.size(); }
std::size_t Recording::begin() const { return Reading(mutex_), begin_; }
bool Recording::complete() const { return Reading(mutex_), complete_; }

bool Recording::wait_for(std::size_t i, const std::atomic<bool>* stop) const {
    Reading lock(mutex_);
    while (ticks_.size() <= i && !complete_ && !(stop && *stop))
        grown_.wait_for(lock, std::chrono::milliseconds(50));
    return ticks_.size() > i && !(stop && *stop);
}

std::int64_t Recording::number(std::size_t i) const { return Reading(mutex_), ticks_.at(i).number; }
double Recording::seconds_at(std::size_t i) const { return Reading(mutex_), ticks_.at(i).seconds; }
std::uint8_t Recording::has(std::size_t i) const { return Reading(mutex_), ticks_.at(i).has; }
bool Recording::any_has(Has what) const { return Reading(mutex_), (has_ & what) != 0; }

std::size_t Recording::index_from(std::int64_t number) const {
    const Reading lock(mutex_);
    return ticks_.index_from(number);
}

std::ptrdiff_t Recording::frame_index(std::int64_t number) const {
    const std::size_t i = index_from(number);
    const Reading lock(mutex_);
    return i < ticks_.size() && ticks_.at(i).number == number ? static_cast<std::ptrdiff_t>(i) : -1;
}

std::shared_ptr<const Span> Recording::span_of(std::size_t i) const {
    const std::size_t first = i / span_frames * span_frames;
    {
        const Reading lock(mutex_);
        if (i >= ticks_.size() || i < begin_)
            throw BadInput(file, 0, "does not have frame " + std::to_string(i) + " any more");
        if (i >= tail_first_) return std::make_shared<const Span>(*tail_); // it still grows
        if (!store_) return spans_[first / span_frames];
    }
    {
        const std::lock_guard lock(cache_mutex_);
        const auto it =
            std::find_if(cache_.begin(), cache_.end(), [&](const auto& s) { return s->first == first; });
        if (it != cache_.end()) {
            cache_.splice(cache_.begin(), cache_, it);
            return cache_.front();
        }
    }
    auto span = std::make_shared<const Span>(store_->get(first, *this));
    const std::lock_guard lock(cache_mutex_);
    cache_.push_front(span);
    std::size_t rows = 0, kept = 0;
    for (auto it = cache_.begin(); it != cache_.end(); ++it) {
        rows += rows_of(**it);
        if (++kept <= cached_spans_least || rows <= cached_rows) continue;
        cache_.erase(it, cache_.end());
        break;
    }
    return span;
}

std::shared_ptr<const Frame> Recording::frame(std::size_t i) const {
    {
        const Reading lock(mutex_);
        if (i < ticks_.size() && i >= begin_) {
            if (i >= tail_first_) return tail_->frames[i - tail_first_];
            if (!store_) return spans_[i / span_frames]->frames[i % span_frames];
        }
    }
    return span_of(i)->frames[i % span_frames];
}

World Recording::world_at(std::size_t i) const {
    constexpr std::size_t worth_keeping = 16; // frames between worlds that are kept on the way
    const auto span = span_of(i);
    // All of these only grow, and a world depends on nothing else beside its frames.
    const std::size_t version = [&] {
        const Reading lock(mutex_);
        return placed_count_ + definitions_.size() + begin_ + settled_;
    }();
    auto known = recent_->nearest(span->first, i, version);
    World world = known ? std::move(known->world) : span->start ? *span->start : World(*this);
    std::size_t next = known ? known->index + 1 : span->first;
    if (known && known->index == i) return world;
    for (; next <= i; ++next) {
        world.step(*span->frames[next - span->first]);
        if (next % worth_keeping == 0 || next == i) recent_->keep(next, world, version);
    }
    return world;
}

void Recording::place(Slot body) {
    const auto slot = static_cast<std::size_t>(body);
    placed_count_ += !placed_.at(slot);
    placed_[slot] = true;
}

World Recording::world_before(std::size_t i) const {
    if (i % span_frames != 0) return world_at(i - 1);
    const auto span = span_of(i);
    return span->start ? *span->start : World(*this);
}

std::vector<DefinitionRef> Recording::after() const { return Reading(mutex_), after_; }
namespace {
bool ends(const std::vector<DefinitionRef>& last) {
    return std::ranges::any_of(last, [](const Definition& d) { return std::holds_alternative<EndDef>(d); });
}
} // namespace

bool Recording::cut_off() const {
    const Reading lock(mutex_);
    return complete_ && header.has(Channel::End) && !ends(after_);
}
std::vector<std::string> Recording::reader_warnings() const { return Reading(mutex_), warnings_; }

std::vector<std::string> Recording::warnings() const {
    const Reading lock(mutex_);
    std::vector<std::string> out = warnings_;
    if (!complete_) return out;
    if (ticks_.empty()) out.push_back("contains no frames");
    if (header.has(Channel::End) && !ends(after_))
        out.push_back("has no end line: the game hung, crashed or was stopped after the last frame");
    for (std::size_t b = 0; b < body_ids_.size(); ++b)
        if (!placed_[b])
            out.push_back("body " + std::to_string(body_ids_[b]) +
                          (body_defs_[b]->name.empty() ? "" : " (" + body_defs_[b]->name + ")") +
                          (body_defs_[b]->moves == Moves::Static ? " is never placed and stands at the origin"
                                                                 : " is never placed, so it is never there"));
    return out;
}

namespace {
template <class Map, class Key> int found(const Map& map, const Key& key) {
    const auto it = map.find(key);
    return it == map.end() ? -1 : it->second;
}
} // namespace

Slot Recording::body_slot(Id id) const { return Reading(mutex_), found(body_slots_, id); }
Slot Recording::collider_slot(Id id) const { return Reading(mutex_), found(collider_slots_, id); }
std::size_t Recording::body_count() const { return Reading(mutex_), body_ids_.size(); }
std::size_t Recording::collider_count() const { return Reading(mutex_), collider_ids_.size(); }
Id Recording::body_id(Slot s) const { return Reading(mutex_), body_ids_.at(static_cast<std::size_t>(s)); }
Id Recording::collider_id(Slot s) const {
    return Reading(mutex_), collider_ids_.at(static_cast<std::size_t>(s));
}
int Recording::layer(const std::string& name) const { return Reading(mutex_), found(layers_, name); }

const BodyDef* Recording::body_def(Id id) const {
    const Reading lock(mutex_);
    const int slot = found(body_slots_, id);
    return slot < 0 ? nullptr : body_defs_[static_cast<std::size_t>(slot)];
}

Slot Recording::body_slot_by(Id id, std::size_t by) const {
    const Reading lock(mutex_);
    const int slot = found(body_slots_, id);
    return slot < 0 || body_since_[static_cast<std::size_t>(slot)] > by ? -1 : slot;
}

Slot Recording::collider_slot_by(Id id, std::size_t by) const {
    const Reading lock(mutex_);
    const int slot = found(collider_slots_, id);
    return slot < 0 || collider_since_[static_cast<std::size_t>(slot)] > by ? -1 : slot;
}

bool Recording::shares_label(const std::string& label) const {
    const Reading lock(mutex_);
    const auto it = labels_.find(label);
    return it != labels_.end() && it->second > 1;
}

bool Recording::ever_placed(Slot body) const {
    return Reading(mutex_), placed_.at(static_cast<std::size_t>(body));
}

bool Recording::stands_unplaced(Slot body, const BodyDef& def) const {
    const Reading lock(mutex_);
    return !placed_[static_cast<std::size_t>(body)] && def.moves == Moves::Static;
}

std::vector<Recording::Defined> Recording::definitions(std::size_t first, std::size_t last) const {
    const Reading lock(mutex_);
    const auto at = [&](std::size_t before) {
        return std::partition_point(definitions_.begin(), definitions_.end(),
                                    [&](const Defined& d) { return d.before < before; });
    };
    return {at(first), at(last)};
}

std::vector<DefinitionRef> Recording::definitions_before(std::size_t index) const {
    std::vector<DefinitionRef> out;
    for (Defined& d : definitions(0, index)) out.push_back(std::move(d.definition));
    return out;
}

// ---- growing

void Recording::follow_extents(const ColliderDef& def) {
    const double extent = geometry(def, Vec3(1.0))->extent();
    if (extent > 0.0) extents_.insert(std::upper_bound(extents_.begin(), extents_.end(), extent), extent);
    if (!header.slop) slop_ = slop_of_extent * median_extent();
}

double Recording::median_extent() const { return extents_.empty() ? 0.0 : extents_[extents_.size() / 2]; }

/// Requires: mutex_ is held.
void Recording::name(const Definition& d, std::size_t before) {
    const auto add_layer = [&](const std::string& layer) {
        layers_.emplace(layer, static_cast<int>(layers_.size()));
    };
    if (const auto* b = std::get_if<BodyDef>(&d)) {
        if (body_slots_.emplace(b->id, static_cast<Slot>(body_ids_.size())).second)
            body_ids_.push_back(b->id), body_defs_.push_back(b), placed_.push_back(false),
                body_since_.push_back(before), ++labels_[label(*b)];
        add_layer(b->kind);
    } else if (const auto* c = std::get_if<ColliderDef>(&d)) {
        if (collider_slots_.emplace(c->id, static_cast<Slot>(collider_ids_.size())).second)
            collider_ids_.push_back(c->id), collider_since_.push_back(before);
        if (!c->layer.empty()) add_layer(c->layer);
        follow_extents(*c);
    } else if (const auto* p = std::get_if<PairDef>(&d))
        add_layer(p->first), add_layer(p->second);
}

} // namespace oddbounce
