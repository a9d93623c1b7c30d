// SPDX-License-Identifier: GPL-3.0-or-later
// What tries of one recording share, and how it is kept: for verdict.cpp and moved_again.cpp alone.
#pragma once

#include "fix/verdict.hpp"

#include <mutex>

namespace oddbounce {

struct Judged {
    Scan scan;
    Touches touches;
};

struct TryCache::Inner {
    std::mutex mutex;
    std::map<std::string, Fit> fits;                                  ///< by finding and body
    std::map<std::string, std::shared_ptr<const Judged>> unfixed;     ///< by what is moved again
    std::map<std::string, std::shared_ptr<const Touches>> touches;    ///< one, of the recording
    std::map<std::string, std::shared_ptr<const EngineScene>> scenes; ///< by finding and body
};

/// What `make` gives, kept under `key` unless it was stopped.
template <class T, class Make>
T kept(std::map<std::string, T> TryCache::Inner::*all, const std::string& key, const TryOptions& options,
       const Make& make) {
    if (!options.cache) return make();
    TryCache::Inner& cache = options.cache->inner();
    {
        const std::lock_guard lock(cache.mutex);
        if (const auto it = (cache.*all).find(key); it != (cache.*all).end()) return it->second;
    }
    T out = make();
    const std::lock_guard lock(cache.mutex);
    if (!options.control || !options.control->stop) (cache.*all).emplace(key, out);
    return out;
}

} // namespace oddbounce
