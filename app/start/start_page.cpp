// SPDX-License-Identifier: GPL-3.0-or-later
#include "start/start_page.hpp"

#include "theme/theme.hpp"

#include <QCoreApplication>
#include <QFile>
#include <QFileInfo>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <cmath>

namespace oddbounce {

std::vector<Sample> samples() {
    std::vector<Sample> out;
    for (const QString& folder : {QCoreApplication::applicationDirPath() + "/../samples",
                                  QCoreApplication::applicationDirPath() + "/../share/odd-bounce/samples"}) {
        QFile index(folder + "/index.json");
        if (!index.open(QIODevice::ReadOnly)) continue;
        for (const QJsonValue& v : QJsonDocument::fromJson(index.readAll()).array()) {
            const QJsonObject o = v.toObject();
            const QFileInfo file(folder + "/" + o["file"].toString());
            if (file.exists())
                out.push_back({file.canonicalFilePath(), o["title"].toString(), o["what"].toString()});
        }
        break;
    }
    return out;
}

StartPage::StartPage(QWidget* parent) : QWidget(parent), samples_(samples()) { setMouseTracking(true); }

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
    const double left = std::max(48.0, width() / 2.0 - 500.0), wide = std::min(1000.0, width() - 96.0);
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
        spots_.push_back({box, {}, asks});
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
        spots_.push_back({box, path, nullptr});
        x = box.right() + 8;
    }
}

void StartPage::paint_samples(QPainter& p, double left, double wide, double y) {
    const Theme& th = Theme::current();
    p.setPen(th.ink), p.setFont(type(14, true));
    p.drawText(QPointF(left, y + 4), "Samples from Gullwick Post");
    y += 22;
    const double gap = 14.0, card_w = (wide - gap) / 2.0, card_h = 76.0;
    for (std::size_t i = 0; i < samples_.size(); ++i) {
        const QRectF card(left + static_cast<double>(i % 2) * (card_w + gap),
                          y + static_cast<double>(i / 2) * (card_h + gap), card_w, card_h);
        const bool right = samples_[i].what.contains("Nothing is wrong");
        p.setPen(QPen(card.contains(pointer_) ? th.soft : th.rule, 1.0)),
            p.setBrush(card.contains(pointer_) ? th.chosen : th.panel);
        p.drawRoundedRect(card, 5, 5);
        p.fillRect(QRectF(card.left(), card.top() + 4, 3, card.height() - 8), right ? th.moving : th.finding);
        p.setPen(th.ink), p.setFont(type(14, true));
        p.drawText(card.adjusted(16, 10, -12, 0), Qt::AlignTop, samples_[i].title);
        p.setPen(th.soft), p.setFont(type(13));
        p.drawText(card.adjusted(16, 32, -12, -6), Qt::TextWordWrap | Qt::AlignTop, samples_[i].what);
        spots_.push_back({card, samples_[i].path, nullptr});
    }
    if (samples_.empty()) {
        p.setPen(th.soft), p.setFont(type(13));
        p.drawText(QPointF(left, y + 16), "The samples are not installed; `gullwick FOLDER` writes them.");
    }
}

void StartPage::mousePressEvent(QMouseEvent* e) {
    for (const Spot& s : spots_)
        if (s.where.contains(e->position())) return s.asks ? (this->*s.asks)() : emit wants(s.path);
}

void StartPage::mouseMoveEvent(QMouseEvent* e) {
    pointer_ = e->position();
    const bool over =
        std::any_of(spots_.begin(), spots_.end(), [&](const Spot& s) { return s.where.contains(pointer_); });
    setCursor(over ? Qt::PointingHandCursor : Qt::ArrowCursor);
    update();
}

} // namespace oddbounce
