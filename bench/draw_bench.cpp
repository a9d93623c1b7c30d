// SPDX-License-Identifier: GPL-3.0-or-later
// Milliseconds to draw a moment of 1 000 and 10 000 colliders, all of them and only those that move.
#include "recording/log.hpp"
#include "theme/theme.hpp"
#include "view/picture.hpp"

#include <benchmark/benchmark.h>

#include <QApplication>
#include <QImage>

using namespace oddbounce;

namespace {

std::shared_ptr<Recording> scene(int colliders) {
    std::string text = "{\"bounce\":1}\n", rows;
    for (int i = 0; i < colliders; ++i) {
        const std::string id = std::to_string(i + 1), moves = i % 10 == 0 ? ",\"moves\":\"kinematic\"" : "";
        text += "{\"body\":" + id + moves + "}\n{\"collider\":" + id + ",\"body\":" + id + ",\"shape\":" +
                (i % 3 ? "{\"type\":\"box\",\"size\":[8,8]}" : "{\"type\":\"circle\",\"r\":4}") + "}\n";
        rows += (i ? "," : "") + std::string("[") + id + "," + std::to_string(i % 125 * 10) + "," +
                std::to_string(i / 125 * 10) + "]";
    }
    return read_log_text(text + "{\"frame\":0,\"bodies\":[" + rows + "]}\n", "bench");
}

void drawing(benchmark::State& state) {
    const auto r = scene(static_cast<int>(state.range(0)));
    Instant t;
    t.now = t.before = std::make_shared<World>(r->world_at(0));
    t.frame = r->frame(0);
    Mapping m;
    m.area = QRectF(0, 0, 730, 410);
    Box all;
    all.add(Vec3(0)), all.add(Vec3(1250, static_cast<double>(state.range(0)) / 12.5, 0));
    m.fit(all, 10);
    QImage image(730, 410, QImage::Format_ARGB32_Premultiplied);
    SceneOptions options;
    options.names = false, options.moving_only = state.range(1) != 0;
    for (auto _ : state) {
        QPainter p(&image);
        ScenePainter painter(p, m, *r, t, options);
        painter.background(), painter.bodies(), painter.marks();
    }
    state.SetLabel(state.range(1) ? "movers, the rest from the cache" : "everything");
}

} // namespace

BENCHMARK(drawing)
    ->Args({1000, 0})
    ->Args({1000, 1})
    ->Args({10000, 0})
    ->Args({10000, 1})
    ->Unit(benchmark::kMillisecond);

int main(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication app(argc, argv);
    Theme::use(app, false);
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
