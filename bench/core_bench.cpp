// SPDX-License-Identifier: GPL-3.0-or-later
// Nanoseconds a query; body-frames a second of reading and scanning. Figures: docs/performance.md.
#include "fault/scan.hpp"
#include "recording/bounce_file.hpp"
#include "recording/log.hpp"

#include <benchmark/benchmark.h>
#include <bounce_recorder.hpp>

#include <filesystem>
#include <fmt/format.h>
#include <unistd.h>

using namespace oddbounce;

namespace {

Shape circle() {
    Shape s;
    s.kind = ShapeKind::Circle, s.radius = 1.0;
    return s;
}
Shape box() {
    Shape s;
    s.kind = ShapeKind::Box, s.size = {2, 3, 0};
    return s;
}
Shape star() {
    Shape s;
    s.kind = ShapeKind::Polygon;
    for (int i = 0; i < 12; ++i)
        s.points.push_back(Vec3(std::cos(i * 0.5235988), std::sin(i * 0.5235988), 0) * (i % 2 ? 1.0 : 2.0));
    return s;
}
Shape tiles() {
    Shape s;
    s.kind = ShapeKind::Cells, s.cell = 1.0, s.origin = {-32, -32, 0};
    std::vector<std::string> rows(64, std::string(64, '.'));
    for (std::size_t r = 0; r < 64; ++r)
        for (std::size_t c = 0; c < 64; ++c)
            if ((r * 7 + c * 13) % 5 < 2) rows[r][c] = '#';
    s.layers = {rows};
    return s;
}
const Shape shapes[] = {circle(), box(), star(), tiles()};
const char* const names[] = {"circle", "box", "star", "tiles"};

Pose at(double x, double y, double angle) {
    Pose p;
    p.at = {x, y, 0}, p.turn = Rotation::in_plane(angle);
    return p;
}

void distances(benchmark::State& state) {
    const Geometry a(shapes[state.range(0)], Vec3(1)), b(shapes[state.range(1)], Vec3(1));
    double x = 0;
    for (auto _ : state)
        benchmark::DoNotOptimize(distance(a, at(2.5 + (x += 1e-6), 0.4, 0.3), b, at(0, 0, 0.1), 4.0));
    state.SetLabel(std::string(names[state.range(0)]) + " to " + names[state.range(1)]);
}
void sweeps(benchmark::State& state) {
    const Geometry a(shapes[state.range(0)], Vec3(1)), b(shapes[state.range(1)], Vec3(1));
    const double turn = state.range(2) ? 0.8 : 0.0;
    double x = 0;
    for (auto _ : state)
        benchmark::DoNotOptimize(sweep(a, {at(-40 + (x += 1e-6), 0.4, 0.3), at(40, 1, 0.3 + turn)}, b,
                                       {at(0, 0, 0.1), at(0, 0, 0.1)}));
    state.SetLabel(std::string(names[state.range(0)]) + " past " + names[state.range(1)] +
                   (turn > 0 ? ", turning" : ""));
}
void rays(benchmark::State& state) {
    const Geometry b(shapes[state.range(0)], Vec3(1));
    double x = 0;
    for (auto _ : state)
        benchmark::DoNotOptimize(ray_cast({-40 + (x += 1e-6), 0.3, 0}, {40, 0.5, 0}, b, at(0, 0, 0.1)));
    state.SetLabel(names[state.range(0)]);
}

/// `bodies` balls that bounce over a floor of planks; ordinary play without faults.
std::string play(int bodies, int frames) {
    std::string text =
        "{\"bounce\":1,\"gravity\":[0,-900],\"unit\":\"px\",\"slop\":0.5,\"logs\":[\"contacts\"]}\n";
    for (int i = 0; i < 40; ++i)
        text += fmt::format("{{\"body\":{0}}}\n{{\"collider\":{0},\"body\":{0},\"shape\":{{\"type\":\"box\","
                            "\"size\":[50,20]}}}}\n",
                            1000 + i);
    for (int i = 0; i < bodies; ++i)
        text += fmt::format("{{\"body\":{0},\"moves\":\"dynamic\",\"kind\":\"ball\"}}\n{{\"collider\":{0},"
                            "\"body\":{0},\"restitution\":1,\"shape\":{{\"type\":\"circle\",\"r\":5}}}}\n",
                            i);
    text += "{\"pair\":[\"ball\",\"ball\"],\"does\":\"ignore\"}\n";
    for (int n = 0; n < frames; ++n) {
        text += fmt::format("{{\"frame\":{},\"bodies\":[", n);
        for (int i = 0; n == 0 && i < 40; ++i) text += fmt::format("[{},{},-10],", 1000 + i, 50 * i);
        std::string contacts;
        for (int i = 0; i < bodies; ++i) {
            const double period = 0.9 + 0.01 * (i % 17), t = std::fmod(n / 60.0 + i * 0.37, period),
                         v0 = 450 * period;
            const double y = 5 + v0 * t - 450 * t * t, x = 10 + std::fmod(i * 9.7 + n * 0.8, 1900);
            text += fmt::format("{}[{},{:.6f},{:.6f},0,48,{:.5f}]", i ? "," : "", i, x, y, v0 - 900 * t);
            if (t < 1.0 / 60)
                contacts += fmt::format("{}{{\"a\":{},\"b\":{},\"normal\":[0,-1]}}",
                                        contacts.empty() ? "" : ",", i, 1000 + static_cast<int>(x / 50));
        }
        text += "],\"contacts\":[" + contacts + "]}\n";
    }
    return text;
}

/// What recording costs the game: doubles of full length, places, turns and velocities.
void recording(benchmark::State& state) {
    bounce::Header header;
    bounce::Recorder log("/dev/null", header);
    for (int i = 0; i < 100; ++i) log.body(i, bounce::Body()), log.collider(i, i, bounce::circle(5));
    int n = 0;
    for (auto _ : state) {
        log.frame(n++);
        for (int i = 0; i < 100; ++i) log.state(i, 0.1 * n + i, 1.0 / (n + i), 0.01 * n, 3.7 / n, -9.81 * n);
    }
    state.counters["body-frames"] =
        benchmark::Counter(100.0 * static_cast<double>(state.iterations()), benchmark::Counter::kIsRate);
}

void reading(benchmark::State& state) {
    const std::string text = play(100, 600);
    for (auto _ : state) benchmark::DoNotOptimize(read_log_text(text, "bench"));
    state.SetBytesProcessed(static_cast<std::int64_t>(text.size()) * state.iterations());
    state.counters["body-frames"] = benchmark::Counter(
        100.0 * 600.0 * static_cast<double>(state.iterations()), benchmark::Counter::kIsRate);
}
void scanning(benchmark::State& state) {
    const auto r = read_log_text(play(100, 1200), "bench");
    ScanOptions options;
    options.threads = static_cast<int>(state.range(0));
    for (auto _ : state) benchmark::DoNotOptimize(scan(*r, options).findings.size());
    state.counters["body-frames"] = benchmark::Counter(
        100.0 * 1200.0 * static_cast<double>(state.iterations()), benchmark::Counter::kIsRate);
}

/// A crowd that drifts through itself without a contact: what many findings cost, with their accounts.
std::string crowd(int bodies, int frames) {
    std::string text = "{\"bounce\":1,\"rate\":60,\"slop\":0.005,\"logs\":[\"contacts\"]}\n";
    for (int i = 0; i < bodies; ++i)
        text += fmt::format("{{\"body\":{0},\"moves\":\"kinematic\"}}\n"
                            "{{\"collider\":{0},\"body\":{0},\"shape\":{{\"type\":\"circle\",\"r\":0.4}}}}\n",
                            i);
    const int side = static_cast<int>(std::sqrt(bodies));
    for (int n = 0; n < frames; ++n) {
        text += fmt::format("{{\"frame\":{},\"bodies\":[", n);
        for (int i = 0; i < bodies; ++i) {
            const double vx = 0.1 * (i * 37 % 61 - 30), vy = 0.1 * (i * 53 % 59 - 29);
            text += fmt::format("{}[{},{:.5f},{:.5f},0,{},{}]", i ? "," : "", i,
                                2.0 * (i % side) + vx * n / 60, 2.0 * (i / side) + vy * n / 60, vx, vy);
        }
        text += "]}\n";
    }
    return text;
}
void scanning_crowd(benchmark::State& state) {
    const auto r = read_log_text(crowd(1000, 120), "bench");
    std::size_t found = 0;
    for (auto _ : state) found = scan(*r, {}).findings.size();
    state.counters["findings"] = static_cast<double>(found);
}

/// What each fault adds: the scan of one alone, of which the walk is most.
void scanning_for(benchmark::State& state) {
    static const auto r = read_log_text(play(100, 600), "bench");
    ScanOptions options;
    options.threads = 1, options.only = {catalogue()[static_cast<std::size_t>(state.range(0))].id};
    for (auto _ : state) benchmark::DoNotOptimize(scan(*r, options).findings.size());
    state.SetLabel(options.only[0]);
}

/// A bounce file of that play: written, read as a whole, one span at hand.
struct File {
    std::string path =
        (std::filesystem::temp_directory_path() / ("bench" + std::to_string(getpid()) + ".bounce")).string();
    std::shared_ptr<Recording> recording = read_log_text(play(100, 1200), "bench");
    File() { write_bounce_file(*recording, path); }
    ~File() { std::filesystem::remove(path); }
};
void writing_file(benchmark::State& state) {
    const File file;
    for (auto _ : state) write_bounce_file(*file.recording, file.path);
    state.counters["body-frames"] = benchmark::Counter(
        100.0 * 1200.0 * static_cast<double>(state.iterations()), benchmark::Counter::kIsRate);
}
void reading_file(benchmark::State& state) {
    const File file;
    for (auto _ : state) {
        const auto r = open_bounce_file(file.path);
        for (std::size_t i = 0; i < r->size(); ++i) benchmark::DoNotOptimize(r->frame(i));
    }
    state.counters["body-frames"] = benchmark::Counter(
        100.0 * 1200.0 * static_cast<double>(state.iterations()), benchmark::Counter::kIsRate);
}
void reading_span(benchmark::State& state) {
    const File file;
    std::size_t at = 0;
    for (auto _ : state) { // opened and one frame shown
        const auto r = open_bounce_file(file.path);
        benchmark::DoNotOptimize(r->world_at(at = (at + 997) % 1200));
    }
}

} // namespace

BENCHMARK(distances)->Args({0, 0})->Args({0, 1})->Args({1, 1})->Args({1, 2})->Args({1, 3});
BENCHMARK(sweeps)
    ->Args({0, 0, 0})
    ->Args({0, 1, 0})
    ->Args({1, 1, 0})
    ->Args({1, 1, 1})
    ->Args({1, 2, 0})
    ->Args({1, 2, 1})
    ->Args({0, 3, 0});
BENCHMARK(rays)->Arg(0)->Arg(1)->Arg(2)->Arg(3);
BENCHMARK(recording)->Unit(benchmark::kMicrosecond);
BENCHMARK(reading)->Unit(benchmark::kMillisecond);
BENCHMARK(writing_file)->Unit(benchmark::kMillisecond);
BENCHMARK(reading_file)->Unit(benchmark::kMillisecond);
BENCHMARK(reading_span)->Unit(benchmark::kMillisecond);
BENCHMARK(scanning_for)
    ->DenseRange(0, static_cast<int>(catalogue().size()) - 1)
    ->Unit(benchmark::kMillisecond);
BENCHMARK(scanning_crowd)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK(scanning)->Arg(1)->Arg(2)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_MAIN();
