// SPDX-License-Identifier: GPL-3.0-or-later
// Runs of frames: what goes on, with holes of a few frames, is one finding.
#pragma once

#include "encounter/meeting.hpp"

#include <cstddef>
#include <functional>
#include <map>

namespace oddbounce {

/// A `Run` has `first` and `last`, frame indices. Closed runs are handed over in order of their keys.
template <class Key, class Run> class Runs {
  public:
    Runs(std::size_t holes, std::function<void(const Key&, Run&)> close)
        : holes_(holes), close_(std::move(close)) {}

    /// The run of this key, now reaching to `index`; one that begins there where none is under way.
    Run& at(const Key& key, std::size_t index) {
        const auto [it, fresh] = runs_.try_emplace(key);
        if (fresh) it->second.first = index;
        it->second.last = index;
        return it->second;
    }
    Run* find(const Key& key) {
        const auto it = runs_.find(key);
        return it == runs_.end() ? nullptr : &it->second;
    }
    /// Ends this run now.
    void end(const Key& key) {
        const auto it = runs_.find(key);
        if (it == runs_.end()) return;
        close_(it->first, it->second);
        runs_.erase(it);
    }
    /// Ends the runs that have been over for longer than the holes.
    void sweep(const Step& step) {
        for (auto it = runs_.begin(); it != runs_.end();)
            if (step.since(it->second.last) <= holes_)
                ++it;
            else
                close_(it->first, it->second), it = runs_.erase(it);
    }
    void finish() {
        for (auto& [key, run] : runs_) close_(key, run);
        runs_.clear();
    }

  private:
    std::size_t holes_;
    std::function<void(const Key&, Run&)> close_;
    std::map<Key, Run> runs_;
};

} // namespace oddbounce
