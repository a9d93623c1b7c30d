// SPDX-License-Identifier: GPL-3.0-or-later
#include "findings/bodies_panel.hpp"

#include "fault/telling.hpp"
#include "theme/theme.hpp"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

namespace oddbounce {

namespace {
constexpr int body_row = 24;
}

BodiesPanel::BodiesPanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setMinimumHeight(120);
    const auto button = [&](const char* text, const char* tip, auto does) {
        auto* b = new QPushButton(text, this);
        b->setCheckable(true), b->setToolTip(tip), b->setFocusPolicy(Qt::NoFocus), b->setFont(type(12)),
            b->hide();
        connect(b, &QPushButton::clicked, this, does);
        return b;
    };
    alone_ = button("only it", "Hides all but the chosen body and what it meets (S)",
                    [this] { session_.toggle_alone(); });
    stops_ =
        button("what stops it?",
               "Says of each body what it does to the chosen one; what does not stop it is drawn faintly (W)",
               [this](bool on) { session_.set_asks_what_stops(on); });
    connect(&session_, &Session::recording_changed, this, [this] { scroll_ = 0, update(); });
    connect(&session_, &Session::body_changed, this, &BodiesPanel::show_chosen);
}

int BodiesPanel::head() const { return session_.body() >= 0 ? 66 : 36; }

void BodiesPanel::resizeEvent(QResizeEvent*) {
    alone_->setGeometry(14, 34, 70, 25), stops_->setGeometry(90, 34, 110, 25);
}

void BodiesPanel::show_chosen() {
    const bool chosen = session_.body() >= 0;
    alone_->setVisible(chosen), stops_->setVisible(chosen);
    alone_->setChecked(!session_.hidden().empty()), stops_->setChecked(session_.asks_what_stops());
    const std::vector<Slot> all = rows();
    const auto it = std::find(all.begin(), all.end(), session_.body());
    if (it != all.end()) {
        const int top = static_cast<int>(it - all.begin()) * body_row, room = height() - head() - body_row;
        scroll_ = std::clamp(scroll_, std::max(0, top - room), top);
    }
    update();
}

/// Movers first; then by name.
std::vector<Slot> BodiesPanel::rows() const {
    std::vector<Slot> out;
    if (!session_.recording()) return out;
    const World& w = *session_.instant().now;
    for (Slot b = 0; b < static_cast<Slot>(w.bodies().size()); ++b)
        if (w.body(b).def) out.push_back(b);
    std::stable_sort(out.begin(), out.end(), [&](Slot a, Slot b) {
        const auto &x = w.body(a), &y = w.body(b);
        return (x.def->moves != Moves::Fixed) > (y.def->moves != Moves::Fixed);
    });
    return out;
}

QString BodiesPanel::what_it_is(Slot body, bool sensor) const {
    if (session_.hidden(body)) return "hidden";
    if (!session_.asks_what_stops() || session_.body() < 0 || body == session_.body())
        return sensor ? "sensor"
                      : word(session_.instant().now->bodies()[static_cast<std::size_t>(body)].def->moves);
    switch (session_.does_to_chosen(body)) {
    case Does::Solid:
        return "stops it";
    case Does::Notice:
        return "notices it";
    default:
        return "lets it pass";
    }
}

void BodiesPanel::paint_row(QPainter& p, Slot body, double y) const {
    const Theme& th = Theme::current();
    const World& w = *session_.instant().now;
    const bool moving = w.body(body).def->moves != Moves::Fixed, hidden = session_.hidden(body);
    if (body == session_.body()) {
        p.setPen(Qt::NoPen), p.setBrush(th.chosen);
        p.drawRoundedRect(QRectF(6, y, width() - 12, body_row - 1), 3, 3);
    }
    bool sensor = !w.colliders_of(body).empty();
    for (Slot c : w.colliders_of(body))
        sensor = sensor && w.colliders()[static_cast<std::size_t>(c)].def->role == Role::Sensor;
    const QPen pen(sensor   ? th.sensor
                   : moving ? th.moving
                            : th.fixed,
                   1.6, sensor ? Qt::DotLine : Qt::SolidLine);
    p.setPen(pen);
    p.setBrush(hidden ? QBrush(Qt::NoBrush) : QBrush(th.tint(pen.color(), moving && !sensor ? 0.2 : 0.0)));
    const QString what = what_it_is(body, sensor);
    p.setOpacity(hidden ? 0.35 : what == "lets it pass" || what == "notices it" ? 0.6 : 1.0);
    const QRectF icon(16, y + 6, 12, 12);
    if (moving)
        p.drawRoundedRect(icon, 4, 4);
    else
        p.drawRect(icon);
    p.setPen(th.ink), p.setFont(type(13));
    p.drawText(QRectF(38, y, width() - 130, body_row), Qt::AlignVCenter,
               p.fontMetrics().elidedText(QString::fromStdString(body_name(w, body)), Qt::ElideRight,
                                          width() - 136));
    p.setPen(what == "stops it" ? th.ink : th.soft), p.setFont(type(12, what == "stops it"));
    p.drawText(QRectF(width() - 94, y, 80, body_row), Qt::AlignVCenter | Qt::AlignRight, what);
    p.setOpacity(1.0);
}

void BodiesPanel::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Theme& th = Theme::current();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), th.panel);
    const std::vector<Slot> all = rows();
    if (!session_.recording()) return;
    for (std::size_t i = 0; i < all.size(); ++i) {
        const double y = head() + static_cast<double>(i) * body_row - scroll_;
        if (y >= head() - body_row && y <= height()) paint_row(p, all[i], y);
    }
    p.fillRect(QRectF(0, 0, width(), head() - 2), th.panel);
    p.setPen(th.ink), p.setFont(type(14, true));
    p.drawText(QRectF(14, 6, 120, 24), Qt::AlignVCenter, "Bodies");
    const auto shown = std::count_if(all.begin(), all.end(), [&](Slot b) { return !session_.hidden(b); });
    p.setPen(th.soft), p.setFont(type(12));
    p.drawText(QRectF(width() - 134, 6, 120, 24), Qt::AlignVCenter | Qt::AlignRight,
               QString("%1 of %2 shown").arg(shown).arg(all.size()));
}

Slot BodiesPanel::at(const QPointF& pixel) const {
    const std::vector<Slot> all = rows();
    const double row = pixel.y() < head() ? -1.0 : (pixel.y() + scroll_ - head()) / body_row;
    return row < 0 || row >= static_cast<double>(all.size()) ? -1 : all[static_cast<std::size_t>(row)];
}

void BodiesPanel::mousePressEvent(QMouseEvent* e) {
    const Slot b = at(e->position());
    if (b < 0) return;
    if (e->position().x() < 34)
        session_.set_hidden(b, !session_.hidden(b));
    else
        session_.choose_body(b == session_.body() ? -1 : b);
}

void BodiesPanel::wheelEvent(QWheelEvent* e) {
    const int most = std::max(0, static_cast<int>(rows().size()) * body_row + head() - height() + 8);
    scroll_ = std::clamp(scroll_ - e->angleDelta().y() / 2, 0, most);
    update();
}

bool BodiesPanel::event(QEvent* e) {
    if (e->type() == QEvent::ToolTip) {
        const auto* help = static_cast<QHelpEvent*>(e);
        if (at(help->pos()) >= 0)
            QToolTip::showText(help->globalPos(),
                               help->pos().x() < 34
                                   ? "Click: show or hide this body"
                                   : "Click: choose this body; the timeline shows its encounters");
        else
            QToolTip::hideText();
        return true;
    }
    return QWidget::event(e);
}

} // namespace oddbounce
