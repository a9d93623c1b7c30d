// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/output_file.hpp"

#include "recording/bad_input.hpp"

#include <cerrno>
#include <charconv>
#include <csignal>
#include <cstdio>
#include <cstring>
#include <fcntl.h>
#include <filesystem>
#include <sys/stat.h>
#include <unistd.h>
#include <utility>

namespace oddbounce {

namespace fs = std::filesystem;

namespace {

[[noreturn]] void fail(const std::string& path, int reason) {
    throw BadInput(path, 0, std::string("cannot be written: ") + std::strerror(reason));
}

/// Closes a descriptor at the end of its scope.
struct Descriptor {
    int number;
    ~Descriptor() {
        if (number >= 0) close(number);
    }
};

} // namespace

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
        const std::string_view rest(read.ptr, static_cast<std::size_t>(to - read.ptr)); // of a database
        const bool ours = rest.empty() || rest == "-journal" || rest == "-wal" || rest == "-shm";
        if (read.ec != std::errc() || !ours || pid <= 0) continue;
        if (kill(pid, 0) != 0 && errno == ESRCH) fs::remove(entry.path(), error);
    }
}

void check_output(const std::string& path) {
    struct stat s {};
    if (lstat(path.c_str(), &s) != 0) {
        if (errno == ENOENT) return;
        fail(path, errno);
    }
    const auto refuse = [&](const char* what) {
        throw BadInput(path, 0, std::string("is ") + what + ", expected a regular file or a new name");
    };
    if (S_ISLNK(s.st_mode)) refuse("a link");
    if (S_ISDIR(s.st_mode)) refuse("a folder");
    if (!S_ISREG(s.st_mode)) refuse("a device or a pipe");
    constexpr mode_t writable = S_IWUSR | S_IWGRP | S_IWOTH;
    if (!(s.st_mode & writable) || access(path.c_str(), W_OK) != 0) refuse("read-only");
}

void put_in_place(const std::string& part, const std::string& path) {
    int reason = 0;
    {
        const Descriptor file{open(part.c_str(), O_RDONLY | O_CLOEXEC)};
        struct stat old {};
        if (file.number < 0 || fsync(file.number) != 0)
            reason = errno;
        else if (lstat(path.c_str(), &old) == 0 && fchmod(file.number, old.st_mode & 07777) != 0)
            reason = errno;
    }
    if (reason == 0 && std::rename(part.c_str(), path.c_str()) != 0) reason = errno;
    if (reason != 0) {
        std::remove(part.c_str());
        fail(path, reason);
    }
    const fs::path folder = fs::path(path).has_parent_path() ? fs::path(path).parent_path() : fs::path(".");
    const Descriptor entry{open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC)};
    if (entry.number >= 0) fsync(entry.number); // some file systems cannot; the file itself is safe
}

OutputFile::OutputFile(const std::string& path) : path_(path), part_(part_of(path)) {
    check_output(path_);
    sweep_parts(path_);
    constexpr mode_t mode = 0666; // less the umask
    file_ = open(part_.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC | O_NOFOLLOW, mode);
    if (file_ < 0) fail(path_, errno);
}

OutputFile::~OutputFile() {
    if (file_ < 0) return;
    close(file_);
    std::remove(part_.c_str());
}

void OutputFile::write(std::string_view bytes) {
    while (!bytes.empty()) {
        const ssize_t n = ::write(file_, bytes.data(), bytes.size());
        if (n < 0 && errno == EINTR) continue;
        if (n < 0) fail(path_, errno);
        bytes.remove_prefix(static_cast<std::size_t>(n));
    }
}

void OutputFile::done() {
    if (close(std::exchange(file_, -1)) != 0) {
        const int reason = errno;
        std::remove(part_.c_str());
        fail(path_, reason);
    }
    put_in_place(part_, path_);
}

} // namespace oddbounce
