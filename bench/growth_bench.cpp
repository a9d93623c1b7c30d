// SPDX-License-Identifier: GPL-3.0-or-later
// How a scan's cost grows with the size of a shape of which only a part is near anything: a tile map's width,
// a terrain's points, the corners of concave shapes, the side of masks. Figures: docs/performance.md.
#include "fault/scan.hpp"
#include "recording/log.hpp"

#include <benchmark/benchmark.h>

#include <cmath>
#include <fmt/format.h>

using namespace oddbounce;

namespace {

constexpr int frames = 120;
constexpr double pi = 3.14159265358979323846;

/// Movers with one shape each over one fixed collider (empty: none). `place` writes a body's x, y, vx, vy.
template <class Place>
std::string scene(const std::string& ground, int movers, const std::string& shape, Place&& place) {
    std::string text = "{\"bounce\":1,\"gravity\":[0,-900],\"unit\":\"px\",\"slop\":0.5}\n";
    if (!ground.empty())
        text += "{\"body\":0,\"name\":\"ground\"}\n{\"collider\":0,\"body\":0,\"shape\":" + ground + "}\n";
    for (int i = 1; i <= movers; ++i)
        text += fmt::format("{{\"body\":{0},\"moves\":\"kinematic\"}}\n{{\"collider\":{0},\"body\":{0},"
                            "\"shape\":{1}}}\n",
                            i, shape);
    for (int n = 0; n < frames; ++n) {
        text += fmt::format("{{\"frame\":{},\"bodies\":[{}", n, n == 0 && !ground.empty() ? "[0,0,0]," : "");
        for (int i = 1; i <= movers; ++i) {
            const auto [x, y, vx, vy] = place(i, n);
            text += fmt::format("{}[{},{:.4f},{:.4f},0,{:.4f},{:.4f}]", i > 1 ? "," : "", i, x, y, vx, vy);
        }
        text += "]}\n";
    }
    return text;
}
struct Row {
    double x, y, vx, vy;
};

/// 50 walkers on the floor of a map that has a ceiling and rough ground below.
std::string map(int columns) {
    std::string rows;
    for (int r = 0; r < 20; ++r) {
        std::string row(static_cast<std::size_t>(columns), r < 8 || r > 17 ? '#' : '.');
        for (int c = 0; c < columns && r < 7; ++c)
            if ((c * 7 + r * 13) % 11 < 3) row[static_cast<std::size_t>(c)] = '.';
        rows += (r ? ",\"" : "\"") + row + "\"";
    }
    const double width = 16.0 * columns;
    return scene("{\"type\":\"cells\",\"cell\":16,\"rows\":[" + rows + "]}", 50,
                 "{\"type\":\"box\",\"size\":[12,24]}", [&](int i, int n) {
                     const double x = 20.0 + (width - 300.0) * i / 51.0 + 2.0 * n;
                     return Row{x, 8 * 16.0 + 12.0, 120.0, 0.0};
                 });
}
/// 50 balls that glide along a hilly line.
std::string terrain(int points) {
    const auto height = [](double x) { return 20.0 * std::sin(x * 0.01); };
    std::string line;
    for (int i = 0; i < points; ++i)
        line += fmt::format("{}[{},{:.6f}]", i ? "," : "", 10 * i, height(10.0 * i));
    const double width = 10.0 * points;
    return scene("{\"type\":\"chain\",\"points\":[" + line + "]}", 50, "{\"type\":\"circle\",\"r\":6}",
                 [&](int i, int n) {
                     const double x = 20.0 + (width - 160.0) * i / 51.0 + 1.0 * n,
                                  slope = 0.2 * std::cos(x * 0.01);
                     const double level = std::sqrt(1.0 + slope * slope);
                     return Row{x - 6.0 * slope / level, height(x) + 6.0 / level, 60.0, 60.0 * slope};
                 });
}
/// 50 cogs that pass each other closely in ten rows.
std::string cogs(int corners) {
    std::string line;
    for (int i = 0; i < corners; ++i)
        line += fmt::format("{}[{:.4f},{:.4f}]", i ? "," : "",
                            (i % 2 ? 9.0 : 10.0) * std::cos(2 * pi * i / corners),
                            (i % 2 ? 9.0 : 10.0) * std::sin(2 * pi * i / corners));
    return scene("", 50, "{\"type\":\"polygon\",\"points\":[" + line + "]}", [](int i, int n) {
        const double way = i % 2 ? 1.0 : -1.0;
        return Row{30.0 * (i / 10) + way * n, 20.5 * (i % 10), 60.0 * way, 0.0};
    });
}
/// 100 sprites with round masks that drift among each other and overlap now and then.
std::string masks(int side) {
    std::string rows;
    for (int r = 0; r < side; ++r) {
        std::string row;
        for (int c = 0; c < side; ++c)
            row += std::hypot(c + 0.5 - side / 2.0, r + 0.5 - side / 2.0) < side * (0.45 + 0.03 * (r % 3))
                       ? '#'
                       : '.';
        rows += (r ? ",\"" : "\"") + row + "\"";
    }
    const double cell = 32.0 / side;
    return scene(
        "", 100,
        fmt::format("{{\"type\":\"cells\",\"cell\":{},\"origin\":[-16,-16],\"rows\":[{}]}}", cell, rows),
        [](int i, int n) {
            const double way = i % 2 ? 1.0 : -1.0;
            return Row{40.0 * (i / 10) + way * 0.5 * n, 30.0 * (i % 10), 30.0 * way, 0.0};
        });
}

template <std::string (*make)(int), int movers> void scanning(benchmark::State& state) {
    const auto r = read_log_text(make(static_cast<int>(state.range(0))), "bench");
    ScanOptions options;
    options.threads = 1;
    std::size_t found = 0;
    for (auto _ : state) found = scan(*r, options).findings.size();
    state.counters["findings"] = static_cast<double>(found);
    state.counters["body-frames"] =
        benchmark::Counter(static_cast<double>(movers) * frames * static_cast<double>(state.iterations()),
                           benchmark::Counter::kIsRate);
}

} // namespace

BENCHMARK(scanning<map, 50>)
    ->Name("map, columns")
    ->Arg(50)
    ->Arg(200)
    ->Arg(800)
    ->Arg(5000)
    ->Unit(benchmark::kMillisecond);
BENCHMARK(scanning<terrain, 50>)
    ->Name("terrain, points")
    ->Arg(50)
    ->Arg(500)
    ->Arg(5000)
    ->Unit(benchmark::kMillisecond);
BENCHMARK(scanning<cogs, 50>)
    ->Name("cogs, corners")
    ->Arg(12)
    ->Arg(24)
    ->Arg(48)
    ->Arg(96)
    ->Arg(192)
    ->Unit(benchmark::kMillisecond);
BENCHMARK(scanning<masks, 100>)
    ->Name("masks, side")
    ->Arg(8)
    ->Arg(16)
    ->Arg(32)
    ->Arg(64)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_MAIN();
