// SPDX-License-Identifier: GPL-3.0-or-later
// gullwick FOLDER: writes every sample recording and an index of them into FOLDER.
// gullwick --morning MINUTES OUT: writes a long session, and says how many parcels pass through the net in
// it.
#include "morning.hpp"
#include "scenes.hpp"

#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <string_view>

int main(int argc, char** argv) {
    if (argc == 4 && std::string_view(argv[1]) == "--morning") {
        std::fprintf(stderr, "%d parcels pass through the net\n", morning(argv[3], std::atof(argv[2])));
        return 0;
    }
    if (argc != 2) {
        std::fprintf(stderr, "gullwick: expected a folder for the samples, or --morning MINUTES OUT\n");
        return 2;
    }
    const std::filesystem::path folder = argv[1];
    std::error_code error;
    std::filesystem::create_directories(folder, error);
    std::ofstream index(folder / "index.json");
    index << "[\n";
    bool first = true;
    for (const Scene& s : scenes()) {
        s.write((folder / (std::string(s.file) + ".bouncelog")).string());
        index << (first ? "" : ",\n") << "{\"file\":\"" << s.file << ".bouncelog\",\"title\":\"" << s.title
              << "\",\"what\":\"" << s.what << "\"}";
        first = false;
    }
    index << "\n]\n";
    index.close();
    if (!index) std::fprintf(stderr, "gullwick: cannot write to %s\n", argv[1]);
    return index ? 0 : 1;
}
