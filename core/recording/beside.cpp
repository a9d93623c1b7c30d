// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/beside.hpp"

#include <cerrno>
#include <charconv>
#include <csignal>
#include <filesystem>
#include <unistd.h>

namespace oddbounce {

namespace fs = std::filesystem;

std::string part_of(const std::string& path) { return path + ".part" + std::to_string(getpid()); }

void sweep_parts(const std::string& path) {
    const fs::path whole(path);
    const std::string begin = whole.filename().string() + ".part";
    std::error_code error;
    fs::directory_iterator entries(whole.has_parent_path() ? whole.parent_path() : fs::path("."), error);
    if (error) return;
    for (const auto& entry : entries) {
        const std::string name = entry.path().filename().string();
        if (name.compare(0, begin.size(), begin) != 0) continue;
        int pid = 0;
        const char *from = name.data() + begin.size(), *to = name.data() + name.size();
        const auto read = std::from_chars(from, to, pid);
        if (read.ec != std::errc() || read.ptr != to || pid <= 0) continue;
        if (kill(pid, 0) != 0 && errno == ESRCH) fs::remove(entry.path(), error);
    }
}

} // namespace oddbounce
