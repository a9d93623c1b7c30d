// SPDX-License-Identifier: GPL-3.0-or-later
// gullwick FOLDER [--seed N]: writes every sample recording and an index of them into FOLDER; a seed varies
// speeds, sizes and rates.
// gullwick --changes FOLDER: writes every faulty sample with each change that a person would try really made
// to its program, as SCENE-N.bouncelog, and the change as a fix, as SCENE-N.fix.json. gullwick --morning
// MINUTES OUT: writes a long session, and says how many parcels pass through the net in it.
#include "morning.hpp"
#include "scenes.hpp"

#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <map>
#include <string_view>

namespace {

int write_changed(const std::filesystem::path& folder) {
    std::error_code error;
    std::filesystem::create_directories(folder, error);
    std::map<std::string, int> numbers;
    bool written = true;
    for (const Change& c : changes()) {
        const std::string name = std::string(c.file) + '-' + std::to_string(++numbers[c.file]);
        for (const Scene& s : scenes())
            if (std::string_view(s.file) == c.file) {
                Chance vary;
                s.write((folder / (name + ".bouncelog")).string(), {true, c.name, c.amount}, vary);
            }
        std::ofstream fix(folder / (name + ".fix.json"));
        fix << "{\"fix\":1,\"name\":\"" << c.name << "\",\"changes\":" << c.fix << "}\n";
        fix.close(), written = written && fix;
    }
    if (!written) std::fprintf(stderr, "gullwick: cannot write to %s\n", folder.string().c_str());
    return written ? 0 : 1;
}

} // namespace

int main(int argc, char** argv) {
    if (argc == 4 && std::string_view(argv[1]) == "--morning") {
        std::fprintf(stderr, "%d parcels pass through the net\n", morning(argv[3], std::atof(argv[2])));
        return 0;
    }
    if (argc == 3 && std::string_view(argv[1]) == "--changes") return write_changed(argv[2]);
    const bool seeded = argc == 4 && std::string_view(argv[2]) == "--seed";
    const std::uint64_t seed = seeded ? std::strtoull(argv[3], nullptr, 10) : 0;
    if ((argc != 2 && !seeded) || argv[1][0] == '-') {
        std::fprintf(stderr,
                     "gullwick: expected FOLDER [--seed N], --changes FOLDER, or --morning MINUTES OUT\n");
        return 2;
    }
    const std::filesystem::path folder = argv[1];
    std::error_code error;
    std::filesystem::create_directories(folder, error);
    std::ofstream index(folder / "index.json");
    index << "[\n";
    bool first = true;
    const auto write = [&](const Scene& s, bool wrong) {
        const std::string file = std::string(wrong ? s.file : s.right_file) + ".bouncelog";
        Chance vary(seed);
        s.write((folder / file).string(), {wrong}, vary);
        return "\"file\":\"" + file + "\",\"title\":\"" + (wrong ? s.title : s.right_title) +
               "\",\"what\":\"" + (wrong ? s.what : s.right) + "\"";
    };
    for (const Scene& s : scenes()) {
        index << (first ? "" : ",\n") << "{" << write(s, true) << ",\"group\":\"" << s.group
              << "\",\"fault\":\"" << s.fault << "\",\"right\":{" << write(s, false) << "}}";
        first = false;
    }
    index << "\n]\n";
    index.close();
    if (!index) std::fprintf(stderr, "gullwick: cannot write to %s\n", argv[1]);
    return index ? 0 : 1;
}
