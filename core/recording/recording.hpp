// SPDX-License-Identifier: GPL-3.0-or-later
// The one way to look at a recording, whatever it comes from: a log, a bounce file, a game that still runs.
#pragma once

#include "picture/pictures.hpp"
#include "recording/recent_worlds.hpp"
#include "recording/rounding.hpp"
#include "recording/ticks.hpp"

#include <condition_variable>
#include <functional>
#include <list>
#include <memory>
#include <shared_mutex>
#include <string>

namespace oddbounce {

/// A recording as plain data: what is cut, changed or made, before it is looked at.
struct Draft {
    std::string file;
    Header header;
    std::vector<Frame> frames;
    std::vector<DefinitionRef> after; ///< definitions after the last frame
    std::vector<std::string> warnings;
    std::shared_ptr<const Pictures> pictures; ///< those that are named by path; null: none
    /// Held in memory. Requires: every id that is named is defined by then, as readers prove.
    std::shared_ptr<Recording> recorded() const;
};

/// Frames that are kept together, and the world at the end of the frame before them.
struct Span {
    std::size_t first = 0;              ///< index of frames[0]
    std::shared_ptr<const World> start; ///< null: nothing was there before
    std::vector<std::shared_ptr<const Frame>> frames;
};

/// Where whole spans lie when they are not held in memory. Safe from several threads.
class Store {
  public:
    virtual ~Store() = default;
    /// Keeps the span. Throws BadInput (the disk is full).
    virtual void put(const Span& span, const Recording& recording) = 0;
    /// A frame came that lies in no whole span yet.
    virtual void arrived(const Frame&, std::size_t /*index*/) {}
    /// As it was put. Throws BadInput (the file was changed).
    virtual Span get(std::size_t first, const Recording& recording) const = 0;
    /// Forgets the spans before `first`.
    virtual void drop_before(std::size_t first) = 0;
    /// All spans are put; what is known only now can be written.
    virtual void finish(const Recording& recording) = 0;
};

/// Frames by index, 0 the first; they only ever become more, until it is complete. Safe from several threads.
/// What is not at hand is fetched: memory is bounded by a cache of spans. Fetching throws BadInput where the
/// file was changed or taken away. Worlds point into it, so it stays where it is.
class Recording {
  public:
    Recording(std::string file_name, Header about);
    ~Recording();
    Recording(const Recording&) = delete;
    Recording& operator=(const Recording&) = delete;

    const std::string file; ///< for messages
    const Header header;

    // ---- frames
    std::size_t size() const;
    bool empty() const { return size() == 0; }
    /// The first frame that is still kept; above 0 only where the last minutes are kept of a longer session.
    std::size_t begin() const;
    std::size_t kept() const { return size() - begin(); }
    bool complete() const;
    /// Waits until frame `i` is there: true; or none will come, or `stop`: false.
    bool wait_for(std::size_t i, const std::atomic<bool>* stop = nullptr) const;
    std::shared_ptr<const Frame> frame(std::size_t i) const;
    std::int64_t number(std::size_t i) const;
    double seconds_at(std::size_t i) const;
    enum Has : std::uint8_t { Rays = 1, Events = 2, Contacts = 4, Screenshot = 8 };
    /// Bits of Has. Cost: none of the frame's.
    std::uint8_t has(std::size_t i) const;
    bool any_has(Has what) const;
    /// Index of the frame of this number; -1 where there is none.
    std::ptrdiff_t frame_index(std::int64_t number) const;
    /// Index of the first frame of at least this number; size() where there is none.
    std::size_t index_from(std::int64_t number) const;
    /// World at the end of a frame. Cost: at most `span_frames` steps; a step or none near where one was
    /// asked for lately.
    World world_at(std::size_t i) const;
    /// World at the end of the frame before `i`, also where that frame is not kept any more. Requires: i > 0.
    World world_before(std::size_t i) const;
    std::shared_ptr<const Span> span_of(std::size_t i) const;
    std::vector<DefinitionRef> after() const; ///< definitions after the last frame
    /// Its log was to say where it ends and does not: the game hung, crashed or was stopped in the step after
    /// the last frame.
    bool cut_off() const;
    std::vector<std::string> warnings() const;
    std::vector<std::string> reader_warnings() const; ///< those that only whoever read it could give

    // ---- names; they only become more
    Slot body_slot(Id id) const;     ///< -1 where unknown
    Slot collider_slot(Id id) const; ///< -1 where unknown
    std::size_t body_count() const;
    std::size_t collider_count() const;
    Id body_id(Slot body) const;
    Id collider_id(Slot collider) const;
    int layer(const std::string& name) const;
    /// A definition of the body, the first; null where the id is unknown.
    const BodyDef* body_def(Id id) const;
    /// As body_slot and collider_slot, but -1 also for what is defined only after frame `by`.
    Slot body_slot_by(Id id, std::size_t by) const;
    Slot collider_slot_by(Id id, std::size_t by) const;
    /// More than one body is called so (by its name, else by its kind).
    bool shares_label(const std::string& label) const;
    /// True where some frame has a row of the body: before its first one it is not there.
    bool ever_placed(Slot body) const;
    /// True where a body that has no row yet is taken to stand at the origin: a static one that gets none, as
    /// far as the frames have come. Others that never get one, as those of a pool, are never there.
    bool stands_unplaced(Slot body, const BodyDef& def) const;
    /// The default slop as a share of the median collider's extent: see docs/bounce-log.md.
    static constexpr double slop_of_extent = 0.005;
    /// The recording's slop, or its default from the colliders' sizes.
    double slop() const { return slop_; }
    /// The step that its places are rounded to, in units; 0: they are not. As logged, or as the places show.
    double rounding() const { return rounding_; }
    /// Definitions that stand before frames first..last-1, in order.
    struct Defined {
        std::size_t before;
        DefinitionRef definition;
    };
    std::vector<Defined> definitions(std::size_t first, std::size_t last) const;
    /// Those that hold at the start of frame `index`.
    std::vector<DefinitionRef> definitions_before(std::size_t index) const;

    /// The PNG that an `image` of the log means. Throws NoPicture.
    std::string png(const std::string& image) const;
    const std::shared_ptr<const Pictures>& pictures() const { return pictures_; }

    /// Geometry of a definition at a scale, made once. Cells from a picture that is not there have none.
    std::shared_ptr<const Geometry> geometry(const ColliderDef& def, const Vec3& scale) const;

    static constexpr std::size_t span_frames = 128;

  private:
    friend class Feed;
    struct Geometries;
    void name(const Definition& definition, std::size_t before);
    void place(Slot body);
    void follow_extents(const ColliderDef& def);
    double median_extent() const; ///< of colliders; 0: none

    mutable std::shared_mutex mutex_; // of all that grows
    mutable std::condition_variable_any grown_;
    Ticks ticks_;
    std::uint8_t has_ = 0;
    std::size_t begin_ = 0;
    bool complete_ = false;
    std::vector<Defined> definitions_;
    std::vector<DefinitionRef> after_;
    std::vector<std::string> warnings_;
    std::vector<Id> body_ids_, collider_ids_;
    std::vector<const BodyDef*> body_defs_;
    std::vector<std::size_t> body_since_, collider_since_; // frame before which each is first defined
    std::unordered_map<Id, Slot> body_slots_, collider_slots_;
    std::unordered_map<std::string, int> layers_, labels_; // labels_: how many bodies are called so
    std::vector<bool> placed_;
    std::size_t placed_count_ = 0;
    bool settled_ = false;        // worlds know which bodies are never placed
    std::vector<double> extents_; // of colliders, sorted
    std::atomic<double> slop_{0.0}, rounding_{0.0};

    std::shared_ptr<const Pictures> pictures_;
    std::unique_ptr<Store> store_;
    std::size_t tail_first_ = 0;               // frames from here are in tail_
    std::vector<std::shared_ptr<Span>> spans_; // whole ones, where there is no store
    std::shared_ptr<Span> tail_;

    mutable std::mutex cache_mutex_;
    mutable std::list<std::shared_ptr<const Span>> cache_; // latest first
    std::unique_ptr<Geometries> geometries_;
    std::unique_ptr<RecentWorlds> recent_;
};

/// An id that is not defined, and the key that names it.
struct UnknownId {
    const char* key;
    Id id;
    bool collider;
};
/// Sets the slots of the frame's rows. `before`: a frame that has the same rows, most likely; null for none.
std::optional<UnknownId> resolve(Frame& frame, std::size_t index, const Frame* before,
                                 const Recording& recording);

/// Fills a recording, frame by frame; what it has taken can be looked at at once, from other threads.
class Feed {
  public:
    /// Makes the place where whole spans go when they become too many for memory; null where there is none.
    using MakeStore = std::function<std::unique_ptr<Store>(const Header&)>;
    Feed(std::string file, Header header, MakeStore make_store = nullptr);
    /// Spans go to `store` from the first.
    Feed(std::string file, Header header, std::unique_ptr<Store> store);
    /// Without `finish` what was taken stays, but nothing that a store keeps becomes whole.
    ~Feed();
    Feed(const Feed&) = delete;
    Feed& operator=(const Feed&) = delete;
    const std::shared_ptr<Recording>& recording() const { return recording_; }
    /// Where pictures lie that are named by path. Before anything is taken.
    void draw_from(std::shared_ptr<const Pictures> pictures);

    /// Takes a frame and the definitions before it. Nothing is taken, and `frame` stays as it is, where it
    /// names something unknown.
    std::optional<UnknownId> take(Frame&& frame);
    void warn(const std::string& sentence);
    /// No more frames come. Says what only the end tells: bodies that were never placed, no frames at all.
    void finish(std::vector<DefinitionRef> after = {});
    /// Forgets whole spans before frame `first`.
    void drop_before(std::size_t first);

    // For stores that know their frames already: names, ticks and all, without the frames.
    /// The first `count` frames are not kept; the first that is has this number. Before any other frame.
    void skip(std::size_t count, std::int64_t number);
    void know(std::size_t before, DefinitionRef definition);
    void know(std::int64_t number, double dt, std::uint8_t has);
    void note_placed(Slot body);
    /// Its places are rounded to this, whatever the frames that still come show.
    void know_rounding(double step);
    /// From here on frames are taken again, after those that are known.
    void resume();

  private:
    void name_all(const Frame& frame);
    void close_span();
    void spill();

    std::shared_ptr<Recording> recording_;
    World now_;
    std::shared_ptr<const Frame> last_;
    MakeStore make_store_;
    std::size_t rows_ = 0;                               // held in memory
    std::optional<RoundedPlaces> places_{std::in_place}; // nothing: their rounding is known
};

/// All that is kept, as plain data.
Draft draft_of(const Recording& recording);

} // namespace oddbounce
