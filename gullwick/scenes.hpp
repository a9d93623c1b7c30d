// SPDX-License-Identifier: GPL-3.0-or-later
// The sample recordings of Gullwick Post: one faulty and one right way of doing the same thing.
#pragma once

#include <string>
#include <vector>

struct Scene {
    const char* file;  ///< name without ending
    const char* title; ///< for the start page
    const char* what;  ///< what is wrong in it, in words that a newcomer understands
    void (*write)(const std::string& path);
};

const std::vector<Scene>& scenes();
