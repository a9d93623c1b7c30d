// SPDX-License-Identifier: GPL-3.0-or-later
// Candidates from other starts: varied, and from all sides.
#include "session/session.hpp"

namespace oddbounce {

void Session::shake_candidate(int index) {
    if (!recording_ || scanning_ || index < 0 || index >= static_cast<int>(candidates_.size())) return;
    Candidate& c = candidates_[static_cast<std::size_t>(index)];
    for (Candidate& other : candidates_) other.stop_seeking();
    c.shake.reset(), c.shaken = 0, c.shaking = true;
    emit candidates_changed();
    ShakeOptions options;
    options.tries = tries();
    if (const Finding* f = finding()) options.finding = f->id;
    auto found = std::make_shared<Shake>();
    range_work_.run(
        [this, recording = recording_, fix = c.fix, options, found,
         cache = try_cache_](Background::Work& work) mutable {
            options.tries.control = &work, options.tries.cache = cache.get();
            options.tried = [&](std::size_t done) {
                if (done % 50 != 0) return;
                work.post([this, fix, done] {
                    Candidate* now = candidate_of(fix);
                    if (now && now->shaking) now->shaken = done, emit candidates_changed();
                });
            };
            *found = shake(*recording, fix, options);
        },
        [this, fix = c.fix, found] {
            if (Candidate* now = candidate_of(fix)) now->shake = std::move(*found), now->shaking = false;
            emit candidates_changed();
        });
}

void Session::show_courses(const Candidate& c, CoursesOf courses_from) {
    auto courses = std::make_shared<OtherCourses>();
    range_work_.run(
        [recording = recording_, fix = c.fix, courses_from = std::move(courses_from), courses,
         options = tries(), cache = try_cache_](Background::Work& work) mutable {
            options.control = &work, options.cache = cache.get();
            *courses = courses_from(*recording, fix, options);
        },
        [this, fix = c.fix, courses] {
            if (Candidate* now = candidate_of(fix); now && (now->shown_start || now->shown_side))
                now->courses = std::move(*courses);
            emit candidates_changed();
        });
}

void Session::show_start(int index, std::optional<std::size_t> start) {
    if (!recording_ || index < 0 || index >= static_cast<int>(candidates_.size())) return;
    Candidate& c = candidates_[static_cast<std::size_t>(index)];
    c.show_none();
    if (!c.shake || !start || *start >= c.shake->starts.size()) return emit candidates_changed();
    c.shown_start = start;
    show_courses(c, [shaken = *c.shake, one = c.shake->starts[*start]](const Recording& r, const Fix& fix,
                                                                       const TryOptions& options) {
        return courses_of(r, fix, shaken, one, options);
    });
}

void Session::try_sides(int index) {
    if (!recording_ || scanning_ || index < 0 || index >= static_cast<int>(candidates_.size())) return;
    Candidate& c = candidates_[static_cast<std::size_t>(index)];
    for (Candidate& other : candidates_) other.stop_seeking();
    c.sides.reset(), c.show_none(), c.siding = true;
    emit candidates_changed();
    auto found = std::make_shared<Sides>();
    range_work_.run(
        [recording = recording_, fix = c.fix, options = tries(), found, cache = try_cache_,
         id = finding() ? finding()->id : std::string()](Background::Work& work) mutable {
            options.control = &work, options.cache = cache.get();
            *found = all_sides(*recording, fix, options, id);
        },
        [this, fix = c.fix, found] {
            if (Candidate* now = candidate_of(fix)) now->sides = std::move(*found), now->siding = false;
            emit candidates_changed();
        });
}

void Session::show_side(int index, std::optional<std::size_t> side) {
    if (!recording_ || index < 0 || index >= static_cast<int>(candidates_.size())) return;
    Candidate& c = candidates_[static_cast<std::size_t>(index)];
    c.show_none();
    if (!c.sides || !side || *side >= c.sides->sides.size()) return emit candidates_changed();
    c.shown_side = side;
    show_courses(c, [sides = *c.sides, one = c.sides->sides[*side]](const Recording& r, const Fix& fix,
                                                                    const TryOptions& options) {
        return courses_of(r, fix, sides, one, options);
    });
}

} // namespace oddbounce
