// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault/shrink.hpp"

#include "recording/clip.hpp"

#include <algorithm>
#include <set>

namespace oddbounce {

namespace {

constexpr std::int64_t slack = 2; // frames by which the finding may shift
constexpr std::size_t tail = 12;  // frames after it that a rule may wait for

class Shrinker {
  public:
    Shrinker(const Finding& finding, const ShrinkOptions& options) : finding_(finding), options_(options) {}

    bool shows(const Recording& r) const {
        ScanOptions scan_options;
        scan_options.only = {finding_.fault}, scan_options.project = options_.project,
        scan_options.accounts = false;
        const Scan result = scan(r, scan_options);
        return std::any_of(result.findings.begin(), result.findings.end(), [&](const Finding& f) {
            const std::set<Id> mine(finding_.bodies.begin(), finding_.bodies.end()),
                theirs(f.bodies.begin(), f.bodies.end());
            return mine == theirs && std::abs(f.first - finding_.first) <= slack &&
                   std::abs(f.last - finding_.last) <= slack;
        });
    }
    bool stopped() const { return options_.control && options_.control->stop; }

    /// Leaves out what bodies it can: halves, quarters, … of those that the finding does not name.
    void drop_bodies(std::shared_ptr<Recording>& best) const {
        std::vector<Id> rest;
        for (std::size_t b = 0; b < best->body_count(); ++b) {
            const Id id = best->body_id(static_cast<Slot>(b));
            if (std::find(finding_.bodies.begin(), finding_.bodies.end(), id) == finding_.bodies.end())
                rest.push_back(id);
        }
        for (std::size_t size = rest.size(); size >= 1 && !rest.empty(); size = size > 1 ? (size + 1) / 2 : 0)
            for (std::size_t at = 0; at < rest.size() && !stopped();) {
                const std::size_t end = std::min(rest.size(), at + size);
                const auto from = rest.begin() + static_cast<std::ptrdiff_t>(at),
                           to = rest.begin() + static_cast<std::ptrdiff_t>(end);
                auto smaller = without(*best, {from, to});
                if (shows(*smaller))
                    best = smaller, rest.erase(from, to);
                else
                    at = end;
            }
    }

    /// The latest start and the earliest end that still show it.
    void drop_frames(std::shared_ptr<Recording>& best) const {
        const auto index = [&](std::int64_t n) {
            return static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, best->frame_index(n)));
        };
        std::size_t lead = index(finding_.first), least = 0; // frames before the finding: needed, too few
        while (least + 1 < lead && !stopped()) {
            const std::size_t middle = (least + lead) / 2, first = index(finding_.first);
            auto smaller = clip(*best, first - middle + 1, best->size() - 1);
            if (shows(*smaller))
                best = smaller, lead = middle;
            else
                least = middle;
        }
        for (std::size_t after = 0; after < tail && !stopped(); ++after) {
            const std::size_t last = index(finding_.last) + after;
            if (last + 1 >= best->size()) break;
            auto smaller = clip(*best, 0, last);
            if (!shows(*smaller)) continue;
            best = smaller;
            break;
        }
    }

  private:
    const Finding& finding_;
    const ShrinkOptions& options_;
};

} // namespace

std::shared_ptr<Recording> shrink(const Recording& r, const Finding& finding, const ShrinkOptions& options) {
    const Shrinker shrinker(finding, options);
    const std::ptrdiff_t first = r.frame_index(finding.first), last = r.frame_index(finding.last);
    if (first < 0 || last < 0) return nullptr;
    const std::size_t end = std::min(r.size() - 1, static_cast<std::size_t>(last) + tail);
    std::shared_ptr<Recording> best;
    // Some rules look far back (a body that was seen to fall): the lead grows until the finding shows.
    for (std::size_t lead = 30; !best && !shrinker.stopped(); lead *= 4) {
        const std::size_t start =
            static_cast<std::size_t>(first) > lead ? static_cast<std::size_t>(first) - lead : 0;
        const auto tried = clip(r, start, end);
        if (shrinker.shows(*tried)) best = tried;
        if (start == 0) break;
    }
    if (!best) return nullptr;
    // Without the frames that needed them, more bodies can go, and the other way round.
    for (std::size_t size = 0; size != best->size() + best->body_count() && !shrinker.stopped();) {
        size = best->size() + best->body_count();
        shrinker.drop_bodies(best);
        shrinker.drop_frames(best);
    }
    return best;
}

} // namespace oddbounce
