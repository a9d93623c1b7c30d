// SPDX-License-Identifier: GPL-3.0-or-later
// Every screen of the window, for tests that look at all of them.
#pragma once

#include "findings/why_not_dialog.hpp"
#include "help/coverage_dialog.hpp"
#include "help/record_dialog.hpp"
#include "window/window.hpp"

#include <QImage>
#include <QtTest>

namespace oddbounce {

inline constexpr const char* screens[] = {"start page", "review",  "fix bench", "settings",
                                          "coverage",   "why not", "recorders", "guide"};

inline void trigger(const Window& window, const char* keys) {
    for (QAction* action : window.actions())
        if (action->shortcuts().contains(QKeySequence(keys))) return action->trigger();
    QFAIL(keys);
}

/// All candidates of the finding in view have their verdict.
inline bool judged(Window& window) {
    const auto& all = window.session().candidates();
    return !all.empty() && std::all_of(all.begin(), all.end(), [](const Candidate& c) {
        return c.state == Candidate::Judged || c.state == Candidate::Failed;
    });
}

/// How many pixels are nearly of this colour.
inline int pixels_like(const QImage& image, const QColor& color) {
    int count = 0;
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x) {
            const QColor c = image.pixelColor(x, y);
            count += std::abs(c.red() - color.red()) + std::abs(c.green() - color.green()) +
                         std::abs(c.blue() - color.blue()) <
                     24;
        }
    return count;
}

/// Brings the screen up; `window` has a recording open. The widget that holds it.
inline QWidget* show_screen(Window& window, const QString& screen) {
    if (screen == "start page") trigger(window, "Ctrl+W");
    if (screen == "fix bench") window.show_bench(true);
    if (screen == "settings") return window.show_settings(), window.settings();
    if (screen == "coverage") return window.show_coverage(), window.findChild<CoverageDialog*>();
    if (screen == "why not") {
        window.show_why_not();
        auto* dialog = window.findChild<WhyNotDialog*>();
        while (dialog->looking()) QTest::qWait(10);
        return dialog;
    }
    if (screen == "recorders") return window.show_recorders(), window.findChild<RecordDialog*>();
    if (screen == "guide") return trigger(window, "F1"), window.findChild<QDialog*>("guide");
    return &window;
}

} // namespace oddbounce
