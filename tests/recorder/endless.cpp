// SPDX-License-Identifier: GPL-3.0-or-later
// Records frames until somebody kills it: OUT, the path. Says the number of each frame that is on disk.
#include <bounce_recorder.hpp>

int main(int argc, char** argv) {
    if (argc != 2) return 2;
    bounce::Header header;
    header.logs = {"end"};
    bounce::Recorder log(argv[1], header);
    for (bounce::Id id = 1; id <= 40; ++id)
        log.body(id, bounce::Body("drum", "drum", "kinematic")), log.collider(id, id, bounce::circle(3));
    for (bounce::Id n = 0; log.ok(); ++n) {
        log.frame(n); // writes the frame before
        if (n > 0) std::printf("%lld\n", static_cast<long long>(n - 1)), std::fflush(stdout);
        for (bounce::Id id = 1; id <= 40; ++id)
            log.state(id, 0.1 * static_cast<double>(n + id), 1.0 / 3, 0, 6, 0);
    }
    return 1;
}
