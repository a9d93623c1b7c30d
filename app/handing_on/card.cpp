// SPDX-License-Identifier: GPL-3.0-or-later
#include "handing_on/card.hpp"

#include "handing_on/texts.hpp"
#include "language/language.hpp"
#include "recording/plain_text.hpp"
#include "strip/strip_widget.hpp"
#include "theme/theme.hpp"
#include "view/clipped.hpp"
#include "view/picture.hpp"

#include <QFileInfo>

namespace oddbounce {

LightForNow::LightForNow() : was_dark_(Theme::current().dark) { Theme::draw_with(false); }
LightForNow::~LightForNow() { Theme::draw_with(was_dark_); }

namespace {

constexpr double margin = 28.0;

/// One line, shortened at its end. Its baseline is at `y`.
void line(QPainter& p, double y, double width, const QFont& font, const QColor& color, const QString& text) {
    p.setFont(font), p.setPen(color);
    p.drawText(QPointF(margin, y), p.fontMetrics().elidedText(text, Qt::ElideRight, static_cast<int>(width)));
}

} // namespace

void paint_card(QPainter& p, const Session& s) {
    const Theme& th = Theme::current();
    const Finding& f = *s.finding();
    const Recording& r = *s.recording();
    const double w = card_size.width(), h = card_size.height(), inner = w - 2 * margin;
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(QRectF(0, 0, w, h), th.panel);
    p.fillRect(QRectF(0, 0, 6, h), th.finding);
    line(p, 42, inner, type(22, true), th.ink,
         title_and_headline(f));
    line(p, 66, inner, type(13), th.soft, bodies_line(s, f));
    line(p, 88, inner, type(13), th.soft,
         QString("%1 · %2 s · %3")
             .arg(s.moment_text())
             .arg(r.seconds_at(s.instant().index), 0, 'f', 3)
             .arg(core_text(word(f.grade))));
    const QString cause = cause_of(f);
    p.setFont(type(15)), p.setPen(th.ink);
    QRectF used;
    p.drawText(QRectF(margin, 100, inner, 64), Qt::TextWordWrap, cause, &used);

    const QRectF view(margin, 172, inner, 320);
    const Mapping look = first_look(s, view);
    QPainterPath frame;
    frame.addRect(view);
    paint_clipped(p, frame, [&](QPainter& q) { paint_moment(q, s, look, scene_options(s), true); });
    p.setBrush(Qt::NoBrush), p.setPen(QPen(th.rule, 1.0)), p.drawRect(view);
    paint_strip(p, s, QRectF(margin - 8, 496, inner + 16, 104));
    line(p, h - 14, inner, type(11), th.soft,
         QString("%1 · %2 · Odd Bounce %3")
             .arg(QString::fromStdString(plain_text(QFileInfo(s.path()).fileName().toStdString())),
                  QString::fromStdString(f.id), ODDB_VERSION));
}

QImage card_image(const Session& s) {
    const LightForNow light;
    return image_of(
        card_size, [&](QPainter& p) { paint_card(p, s); }, sharing_scale);
}

bool save_card(const Session& s, const QString& path, QString& error) {
    const LightForNow light;
    return save_drawing(
        path, card_size, headline_text(*s.finding()),
        [&](QPainter& p) { paint_card(p, s); }, error);
}

} // namespace oddbounce
