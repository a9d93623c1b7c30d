// SPDX-License-Identifier: GPL-3.0-or-later
// Files that are whole or not there: written under another name, flushed to the disk, then renamed.
#pragma once

#include <string>
#include <string_view>

namespace oddbounce {

/// The name of the unfinished file: PATH.partPID, of this process.
std::string part_of(const std::string& path);
/// Removes the unfinished files of this path that killed processes left; those of running ones stay.
void sweep_parts(const std::string& path);
/// Throws BadInput where `path` is something that must not be replaced: a link, a folder, a device, a pipe,
/// or a read-only file.
void check_output(const std::string& path);
/// Flushes the finished part to the disk, gives it the mode of the file that it replaces, and puts it there.
/// Throws BadInput with the system's reason; the part is removed then.
void put_in_place(const std::string& part, const std::string& path);

/// One such file. Without `done` nothing is left of it.
class OutputFile {
  public:
    /// Throws BadInput as check_output, or where it cannot be created.
    explicit OutputFile(const std::string& path);
    ~OutputFile();
    OutputFile(const OutputFile&) = delete;
    OutputFile& operator=(const OutputFile&) = delete;
    void write(std::string_view bytes);
    void done();

  private:
    std::string path_, part_;
    int file_ = -1;
};

} // namespace oddbounce
