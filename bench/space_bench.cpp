// SPDX-License-Identifier: GPL-3.0-or-later
// Three dimensions: queries beside the same ones of the plane, and the scan of a busy yard
// (200 moving spheres, boxes and capsules among 2 000 boxes and a mesh of 50 000 triangles). Figures:
// docs/performance.md.
#include "fault/scan.hpp"
#include "recording/log.hpp"

#include <benchmark/benchmark.h>

#include <cmath>
#include <fmt/format.h>

using namespace oddbounce;

namespace {

Shape shape(ShapeKind kind, int space) {
    Shape s;
    s.kind = kind, s.space = space, s.radius = kind == ShapeKind::Box ? 0.0 : 1.0;
    s.size = {2, 3, space == 3 ? 2.5 : 0.0}, s.a = {-1, 0, 0}, s.b = {1, 0, 0};
    if (kind == ShapeKind::Hull)
        for (int i = 0; i < 24; ++i)
            s.points.push_back({std::cos(0.52 * i), std::sin(0.52 * i), i % 2 ? 1.0 : -1.0});
    return s;
}
struct Pairing {
    const char* name;
    Shape a, b;
};
const Pairing pairings[] = {
    {"circles", shape(ShapeKind::Circle, 2), shape(ShapeKind::Circle, 2)},
    {"spheres", shape(ShapeKind::Sphere, 3), shape(ShapeKind::Sphere, 3)},
    {"boxes in the plane", shape(ShapeKind::Box, 2), shape(ShapeKind::Box, 2)},
    {"boxes in space", shape(ShapeKind::Box, 3), shape(ShapeKind::Box, 3)},
    {"capsules in the plane", shape(ShapeKind::Capsule, 2), shape(ShapeKind::Capsule, 2)},
    {"capsules in space", shape(ShapeKind::Capsule, 3), shape(ShapeKind::Capsule, 3)},
    {"hulls of 24 corners", shape(ShapeKind::Hull, 3), shape(ShapeKind::Hull, 3)},
};
Pose placed(const Shape& s, double x, double y, double angle) {
    Pose p;
    p.at = {x, y, 0.0};
    p.turn = s.space == 2 ? Rotation::in_plane(angle)
                          : Rotation::in_space(glm::angleAxis(angle, glm::normalize(Vec3(0.2, 0.3, 1.0))));
    return p;
}

void distances(benchmark::State& state) {
    const Pairing& of = pairings[state.range(0)];
    const Geometry a(of.a, Vec3(1)), b(of.b, Vec3(1));
    const Pose there = placed(of.b, 0, 0, 0.1);
    Pose here = placed(of.a, 3.2, 0.4, 0.3);
    for (auto _ : state) here.at.x += 1e-7, benchmark::DoNotOptimize(distance(a, here, b, there, 4.0));
    state.SetLabel(of.name);
}
void sweeps(benchmark::State& state) {
    const Pairing& of = pairings[state.range(0)];
    const Geometry a(of.a, Vec3(1)), b(of.b, Vec3(1));
    const Pose there = placed(of.b, 0, 0, 0.1);
    Motion move{placed(of.a, -8, 0.4, 0.3), placed(of.a, 8, 1, state.range(1) ? 1.1 : 0.3)};
    for (auto _ : state) move.from.at.x += 1e-7, benchmark::DoNotOptimize(sweep(a, move, b, {there, there}));
    state.SetLabel(std::string(of.name) + (state.range(1) ? ", turning" : ""));
}

/// `side` × `side` squares of two triangles, in hills.
std::string hills(int side) {
    std::string points, faces;
    for (int z = 0; z <= side; ++z)
        for (int x = 0; x <= side; ++x)
            points += fmt::format("{}[{},{:.3f},{}]", points.empty() ? "" : ",", x,
                                  0.3 * std::sin(0.3 * x) * std::sin(0.2 * z), z);
    for (int z = 0; z < side; ++z)
        for (int x = 0; x < side; ++x) {
            const int p = z * (side + 1) + x, q = p + side + 1;
            faces += fmt::format("{}[{},{},{}],[{},{},{}]", faces.empty() ? "" : ",", p, q, q + 1, p, q + 1,
                                 p + 1);
        }
    return "{\"type\":\"mesh\",\"points\":[" + points + "],\"faces\":[" + faces + "]}";
}
std::string yard(int side, int boxes, int movers, int frames) {
    std::string text = "{\"bounce\":1,\"space\":3,\"gravity\":[0,-9.8,0],\"unit\":\"m\",\"slop\":0.01}\n"
                       "{\"body\":0,\"name\":\"hills\"}\n{\"collider\":0,\"body\":0,\"shape\":" +
                       hills(side) + "}\n";
    for (int i = 1; i <= boxes; ++i)
        text += fmt::format("{{\"body\":{0},\"name\":\"crate\"}}\n{{\"collider\":{0},\"body\":{0},\"shape\":{"
                            "{\"type\":\"box\",\"size\":[0.8,0.8,0.8]}}}}\n",
                            i);
    const char* shapes[] = {"{\"type\":\"sphere\",\"r\":0.4}", "{\"type\":\"box\",\"size\":[0.7,0.7,0.7]}",
                            "{\"type\":\"capsule\",\"a\":[0,-0.3,0],\"b\":[0,0.3,0],\"r\":0.3}"};
    for (int i = 1; i <= movers; ++i)
        text += fmt::format(
            "{{\"body\":{0},\"moves\":\"kinematic\"}}\n{{\"collider\":{0},\"body\":{0},\"shape\":{1}}}\n",
            boxes + i, shapes[i % 3]);
    const int row = std::max(1, static_cast<int>(std::sqrt(boxes)));
    for (int n = 0; n < frames; ++n) {
        text += fmt::format("{{\"frame\":{},\"bodies\":[", n);
        if (n == 0) {
            text += "[0,0,0,0],";
            for (int i = 1; i <= boxes; ++i)
                text += fmt::format("[{},{:.2f},{},{:.2f}],", i, (i % row + 0.5) * side / row, 3.0,
                                    (i / row + 0.5) * side / row);
        }
        for (int i = 1; i <= movers; ++i) {
            // A grid of them that goes over the hills, near enough to be asked about, under the crates.
            const double x = 1.0 + (side - 6.0) * ((i - 1) % 15) / 15.0 + 0.03 * n,
                         z = 1.0 + (side - 2.0) * ((i - 1) / 15) / 14.0;
            text += fmt::format("{}[{},{:.4f},{:.4f},{:.4f},0,0,0,1,1.8,0,0]", i > 1 ? "," : "", boxes + i, x,
                                1.3 + 0.3 * std::sin(0.1 * n + i), z);
        }
        text += "]}\n";
    }
    return text;
}
void scanning(benchmark::State& state) {
    constexpr int movers = 200, frames = 120;
    const auto r = read_log_text(
        yard(static_cast<int>(state.range(0)), static_cast<int>(state.range(1)), movers, frames), "bench");
    ScanOptions options;
    options.threads = 1, options.accounts = false;
    std::size_t found = 0;
    for (auto _ : state) found = scan(*r, options).findings.size();
    state.counters["findings"] = static_cast<double>(found);
    state.counters["body-frames"] =
        benchmark::Counter(static_cast<double>(movers) * frames * static_cast<double>(state.iterations()),
                           benchmark::Counter::kIsRate);
}

} // namespace

BENCHMARK(distances)->DenseRange(0, 6);
BENCHMARK(sweeps)->ArgsProduct({{0, 1, 2, 3, 4, 5, 6}, {0, 1}});
BENCHMARK(scanning)
    ->Name("yard, side of the mesh and boxes")
    ->Args({20, 50})
    ->Args({80, 500})
    ->Args({158, 2000})
    ->Unit(benchmark::kMillisecond);
BENCHMARK_MAIN();
