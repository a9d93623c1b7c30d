// SPDX-License-Identifier: GPL-3.0-or-later
#include "fixes/loop_html.hpp"

#include "theme/theme.hpp"

#include <QFontDatabase>

namespace oddbounce {

QString loop_html(const Verdict& verdict, const Recording& r) {
    const Theme& th = Theme::current();
    const auto paragraph = [&](const std::string& text) {
        return QString("<p style=\"color:%1; margin-top:6px\">%2</p>")
            .arg(th.soft.name(), QString::fromStdString(text).toHtmlEscaped());
    };
    QString out;
    if (verdict.engine) out += paragraph(engine_line(*verdict.engine, r) + ".");
    if (!verdict.loop) return out;
    out += paragraph(loop_heading(verdict, r));
    const QFont fixed = QFontDatabase::systemFont(QFontDatabase::FixedFont);
    out += QString("<table cellspacing=\"0\" cellpadding=\"1\" style=\"font-family:'%1'; font-size:%2px\">")
               .arg(fixed.family())
               .arg(type(11).pixelSize());
    for (const LoopLine& line : loop_lines(verdict, r)) {
        const std::size_t indent = std::min(line.text.find_first_not_of(' '), line.text.size());
        const QColor color = line.change == LoopLine::Gone  ? th.finding
                             : line.change == LoopLine::New ? th.candidate
                                                            : th.ink;
        const char* const sign = line.change == LoopLine::Gone  ? "\u2212"
                                 : line.change == LoopLine::New ? "+"
                                                                : "&nbsp;";
        out += QString(
                   "<tr><td style=\"color:%1\">%2</td><td style=\"color:%1; padding-left:%3px\">%4</td></tr>")
                   .arg(color.name(), QString::fromUtf8(sign))
                   .arg(4 + 7 * indent)
                   .arg(QString::fromStdString(line.text.substr(indent)).toHtmlEscaped());
    }
    return out + "</table>";
}

} // namespace oddbounce
