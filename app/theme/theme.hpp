// SPDX-License-Identifier: GPL-3.0-or-later
// Colours and type of both themes. Meanings are the same in both: docs/user-guide.md, "How things are drawn".
#pragma once

#include <QColor>
#include <QFont>
#include <QString>

class QApplication;

namespace oddbounce {

struct Theme {
    bool dark = false;
    QColor paper, panel, ink, soft, rule, chosen, fixed, moving, sensor, ray, candidate, finding, shade;

    static const Theme& light();
    static const Theme& night();
    static const Theme& current();
    /// Colours for the whole application. `text_scale`: 1 is the usual size.
    static void use(QApplication& app, bool dark, double text_scale = 1.0);
    static double text_scale();
    /// Colours of what is drawn from now on, without telling the application.
    static void draw_with(bool dark);

    QColor tint(const QColor& c, double alpha) const;
};

/// Interface type by pixel size at the usual text size; `bold` for headings. Figures are tabular where the
/// font has them.
QFont type(int pixels, bool bold = false);

/// The text for a tool tip, which would take what looks like markup for markup: names come from strangers.
QString plain_tip(const QString& text);

} // namespace oddbounce
