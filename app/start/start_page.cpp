// SPDX-License-Identifier: GPL-3.0-or-later
#include "start/start_page.hpp"

#include "fault/rule.hpp"
#include "theme/theme.hpp"

#include <QCoreApplication>
#include <QFile>
#include <QFileInfo>
#include <QHelpEvent>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QToolTip>

#include <cmath>

namespace oddbounce {

std::vector<Sample> samples() {
    std::vector<Sample> out;
    for (const QString& folder : {QCoreApplication::applicationDirPath() + "/../samples",
                                  QCoreApplication::applicationDirPath() + "/../share/odd-bounce/samples"}) {
        QFile index(folder + "/index.json");
        if (!index.open(QIODevice::ReadOnly)) continue;
        for (const QJsonValue& v : QJsonDocument::fromJson(index.readAll()).array()) {
            const QJsonObject o = v.toObject(), right = o["right"].toObject();
            const QFileInfo file(folder + "/" + o["file"].toString()),
                right_file(folder + "/" + right["file"].toString());
            const Fault* fault = fault_by_id(o["fault"].toString().toStdString());
            if (file.exists())
                out.push_back({file.canonicalFilePath(), o["title"].toString(), o["what"].toString(),
                               o["group"].toString(), fault ? QString(fault->title).toLower() : QString(),
                               right_file.canonicalFilePath(), right["what"].toString()});
        }
        break;
    }
    return out;
}

StartPage::StartPage(QWidget* parent) : QWidget(parent), samples_(samples()) {
    setMouseTracking(true), setFocusPolicy(Qt::StrongFocus);
}

void StartPage::show_recent(const QStringList& paths) {
    recent_ = paths;
    update();
}

void StartPage::show_listening(const QString& url) {
    listening_ = url;
    update();
}

namespace {

/// A ball that does not bounce as it should: its way, and the way it took.
void paint_sign(QPainter& p, double right) {
    const Theme& th = Theme::current();
    const double floor = 150.0, x0 = right - 250.0;
    p.setPen(QPen(th.fixed, 1.6));
    p.drawLine(QPointF(x0, floor), QPointF(x0 + 250, floor));
    p.setPen(QPen(th.tint(th.fixed, 0.6), 1.0));
    for (double s = 4; s < 246; s += 7) p.drawLine(QPointF(x0 + s, floor), QPointF(x0 + s + 7, floor + 8));
    QPainterPath good, odd;
    good.moveTo(x0 + 10, 60), good.quadTo(x0 + 70, 62, x0 + 100, floor - 12),
        good.quadTo(x0 + 130, 74, x0 + 176, 78);
    odd.moveTo(x0 + 100, floor - 12), odd.quadTo(x0 + 112, floor + 4, x0 + 120, floor + 34);
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(th.moving, 1.6, Qt::DashLine)), p.drawPath(good);
    p.setPen(QPen(th.finding, 2.2)), p.drawPath(odd);
    p.setPen(QPen(th.moving, 1.8)), p.setBrush(th.tint(th.moving, 0.16)),
        p.drawEllipse(QPointF(x0 + 10, 60), 12, 12);
    p.setPen(QPen(th.finding, 1.8)), p.setBrush(th.tint(th.finding, 0.14)),
        p.drawEllipse(QPointF(x0 + 124, floor + 46), 12, 12);
}

} // namespace

void StartPage::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), Theme::current().paper);
    spots_.clear();
    const double left = std::max(48.0, width() / 2.0 - 592.0), wide = std::min(1184.0, width() - 96.0);
    paint_sign(p, left + wide);
    paint_head(p, left, wide);
    if (!recent_.isEmpty()) paint_recent(p, left, wide, 240.0);
    paint_samples(p, left, wide, recent_.isEmpty() ? 240.0 : 280.0);
}

void StartPage::paint_head(QPainter& p, double left, double wide) {
    const Theme& th = Theme::current();
    p.setPen(th.ink), p.setFont(type(30, true));
    p.drawText(QPointF(left, 76), "Odd Bounce");
    p.setPen(th.soft), p.setFont(type(15));
    p.drawText(QRectF(left, 92, wide - 290, 60), Qt::TextWordWrap,
               "Finds what went wrong between two colliders, shows the moment, says why, and tries the "
               "change that cures it.");

    const auto button = [&](const QRectF& box, const QString& text, void (StartPage::*asks)()) {
        p.setPen(QPen(th.ink, 1.2)), p.setBrush(box.contains(pointer_) ? th.chosen : th.panel);
        p.drawRoundedRect(box, 5, 5);
        p.setPen(th.ink), p.setFont(type(14, true));
        p.drawText(box, Qt::AlignCenter, text);
        spots_.push_back({box, {}, asks, {}, false});
    };
    const QRectF open(left, 152, 190, 36), games(left + 202, 152, 236, 36);
    button(open, "Open a recording…", &StartPage::wants_dialog);
    button(games, listening_.isEmpty() ? "Listen for a running game" : "Stop listening",
           &StartPage::wants_games);
    p.setPen(th.soft), p.setFont(type(13));
    p.drawText(QRectF(left, 192, wide - 290, 22), Qt::AlignVCenter,
               listening_.isEmpty()
                   ? QString("A .bouncelog or .bounce may also be dropped on this window.")
                   : "Listening at " + listening_ + ": a game that sends there is shown at once.");
}

void StartPage::paint_recent(QPainter& p, double left, double wide, double y) {
    const Theme& th = Theme::current();
    p.setPen(th.ink), p.setFont(type(14, true));
    p.drawText(QPointF(left, y + 4), "Recent");
    double x = left + 80;
    p.setFont(type(13));
    for (const QString& path : recent_) {
        const QString name = QFileInfo(path).completeBaseName();
        const QRectF box(x, y - 13, p.fontMetrics().horizontalAdvance(name) + 20, 24);
        if (box.right() > left + wide) break;
        p.setPen(QPen(th.rule, 1.0)), p.setBrush(box.contains(pointer_) ? th.chosen : th.panel);
        p.drawRoundedRect(box, 4, 4);
        p.setPen(th.ink);
        p.drawText(box, Qt::AlignCenter, name);
        spots_.push_back({box, path, nullptr, {}, false});
        x = box.right() + 8;
    }
}

void StartPage::paint_samples(QPainter& p, double left, double wide, double y) {
    const Theme& th = Theme::current();
    p.setPen(th.ink), p.setFont(type(14, true));
    p.drawText(QPointF(left, y + 4), "Samples from Gullwick Post");
    p.setPen(th.soft), p.setFont(type(12));
    p.drawText(QRectF(left, y - 12, wide, 22), Qt::AlignRight | Qt::AlignVCenter,
               "each done wrong, and done right");
    if (samples_.empty()) {
        p.setFont(type(13));
        p.drawText(QPointF(left, y + 38), "The samples are not installed; `gullwick FOLDER` writes them.");
        return;
    }
    list_top_ = y + 16;
    p.save();
    p.setClipRect(QRectF(0, list_top_, width(), height() - list_top_));
    const double gap = 12.0, card_h = 88.0;
    const int across = wide > 1000 ? 3 : 2;
    const double card_w = (wide - gap * (across - 1)) / across;
    double top = list_top_ + 6 - scroll_;
    QString group;
    int column = 0;
    for (const Sample& s : samples_) {
        if (s.group != group) {
            if (column > 0) top += card_h + gap;
            group = s.group, column = 0;
            p.setPen(th.soft), p.setFont(type(13, true));
            p.drawText(QRectF(left, top, wide, 24), Qt::AlignVCenter, group);
            top += 28;
        } else if (column == across)
            column = 0, top += card_h + gap;
        paint_card(p, s, QRectF(left + column * (card_w + gap), top, card_w, card_h));
        ++column;
    }
    p.restore();
    overflow_ = std::max(0.0, top + card_h + 16 + scroll_ - height());
    if (overflow_ > 0.0) { // how far down the list goes
        const double room = height() - list_top_ - 12, part = room / (room + overflow_);
        p.setPen(Qt::NoPen), p.setBrush(th.rule);
        p.drawRoundedRect(QRectF(width() - 14, list_top_ + scroll_ * part, 6, room * part), 3, 3);
    }
}

bool StartPage::lit(const QRectF& box, const QString& path) const {
    const auto i = static_cast<std::size_t>(keyed_);
    return box.contains(pointer_) ||
           (keyed_ >= 0 && i < spots_.size() && spots_[i].path == path && hasFocus());
}

void StartPage::paint_card(QPainter& p, const Sample& s, const QRectF& card) {
    const Theme& th = Theme::current();
    const QRectF right(card.right() - 112, card.bottom() - 28, 102, 21);
    const bool over_right = lit(right, s.right_path), over = lit(card, s.path) && !over_right;
    p.setPen(QPen(over ? th.soft : th.rule, 1.0)), p.setBrush(over ? th.chosen : th.panel);
    p.drawRoundedRect(card, 5, 5);
    p.fillRect(QRectF(card.left(), card.top() + 4, 3, card.height() - 8), th.finding);
    p.setPen(th.ink), p.setFont(type(14, true));
    p.drawText(card.adjusted(14, 7, -10, 0), Qt::AlignTop, s.title);
    p.setPen(th.soft), p.setFont(type(12));
    p.drawText(card.adjusted(14, 27, -10, -24), Qt::TextWordWrap | Qt::AlignTop, s.what);
    p.setPen(th.finding);
    p.drawText(card.adjusted(14, 0, -120, -8), Qt::AlignBottom, s.fault);
    p.setPen(QPen(over_right ? th.soft : th.rule, 1.0)), p.setBrush(over_right ? th.chosen : th.paper);
    p.drawRoundedRect(right, 4, 4);
    p.setPen(th.moving);
    p.drawText(right, Qt::AlignCenter, "the right way");
    spots_.push_back({card, s.path, nullptr, {}, true});
    spots_.push_back({right, s.right_path, nullptr, s.right, true});
}

/// The smaller of two that lie on each other.
const StartPage::Spot* StartPage::at(const QPointF& pixel) const {
    const Spot* found = nullptr;
    for (const Spot& s : spots_)
        if (s.where.contains(pixel) && (!s.scrolls || pixel.y() > list_top_)) found = &s;
    return found;
}

void StartPage::take(const Spot& spot) {
    const Spot s = spot; // painting makes them anew
    if (s.asks)
        (this->*s.asks)();
    else
        emit wants(s.path);
}

void StartPage::mousePressEvent(QMouseEvent* e) {
    if (const Spot* s = at(e->position())) take(*s);
}

void StartPage::mouseMoveEvent(QMouseEvent* e) {
    pointer_ = e->position(), keyed_ = -1;
    setCursor(at(pointer_) ? Qt::PointingHandCursor : Qt::ArrowCursor);
    update();
}

void StartPage::wheelEvent(QWheelEvent* e) {
    scroll_ = std::clamp(scroll_ - e->angleDelta().y() / 2.0, 0.0, overflow_);
    update();
}

bool StartPage::focusNextPrevChild(bool next) {
    const int count = static_cast<int>(spots_.size());
    if (count == 0) return false;
    keyed_ = (keyed_ + (next ? 1 : count - (keyed_ < 0 ? 0 : 1))) % count;
    const Spot& s = spots_[static_cast<std::size_t>(keyed_)];
    if (s.scrolls)
        scroll_ = std::clamp(scroll_ + std::max(0.0, s.where.bottom() + 16 - height()) -
                                 std::max(0.0, list_top_ + 34 - s.where.top()),
                             0.0, overflow_);
    pointer_ = s.scrolls ? QPointF(-1, -1) : s.where.center();
    update();
    return true;
}

void StartPage::keyPressEvent(QKeyEvent* e) {
    if ((e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) && keyed_ >= 0 &&
        keyed_ < static_cast<int>(spots_.size()))
        take(spots_[static_cast<std::size_t>(keyed_)]);
    else
        QWidget::keyPressEvent(e);
}

bool StartPage::event(QEvent* e) {
    if (e->type() != QEvent::ToolTip) return QWidget::event(e);
    const auto* help = static_cast<QHelpEvent*>(e);
    const Spot* s = at(help->pos());
    QToolTip::showText(help->globalPos(), s ? s->tip : QString());
    return true;
}

} // namespace oddbounce
