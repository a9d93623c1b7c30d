// SPDX-License-Identifier: GPL-3.0-or-later
#include "timeline/timeline_widget.hpp"

#include "fault/account_text.hpp"
#include "language/language.hpp"
#include "theme/theme.hpp"
#include "view/clipped.hpp"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QScrollBar>

#include <cmath>

namespace oddbounce {

namespace {
constexpr double label_width = 118.0, row = 22.0, head = 24.0, least_plot = 56.0;
constexpr int scroll_width = 12;
constexpr std::size_t most_lanes = 200;
constexpr std::size_t most_read = 20000; // frames; beyond that marks have no names
} // namespace

TimelineWidget::TimelineWidget(Session& session, QWidget* parent)
    : QWidget(parent), Spoken(QAccessible::Slider), session_(session) {
    setMinimumHeight(170), setFocusPolicy(Qt::TabFocus);
    setAccessibleName(tr("timeline"));
    setToolTip(tr(
        "Click to go to a frame, with Alt to a sixteenth of a step. The wheel zooms, with Shift it pans."));
    scroll_ = new QScrollBar(Qt::Vertical, this);
    scroll_->hide(), scroll_->setAccessibleName(tr("lanes"));
    connect(scroll_, &QScrollBar::valueChanged, this, qOverload<>(&QWidget::update));
    for (auto signal : {&Session::body_changed, &Session::finding_changed})
        connect(&session_, signal, scroll_, [this] { scroll_->setValue(0); });
    connect(&session_, &Session::recording_changed, this, [this] {
        take_in();
        ruler_.first = session_.first_moment() - 1.0,
        ruler_.last = std::max(ruler_.first + 3.0, session_.last_moment() + 1.0);
        refresh();
    });
    for (auto signal : {&Session::findings_changed, &Session::body_changed, &Session::scan_changed,
                        &Session::notes_changed})
        connect(&session_, signal, this, &TimelineWidget::refresh);
    connect(&session_, &Session::finding_changed, this, [this] {
        if (const Finding* f = session_.finding()) {
            const double middle = session_.touch_moment(*f),
                         last = static_cast<double>(session_.recording()->frame_index(f->last));
            const double half = std::max(12.0, 0.8 * (last - middle) + 8.0);
            ruler_.first = middle - half, ruler_.last = middle + half + std::max(0.0, last - middle) * 0.4;
        }
        refresh();
    });
    connect(&session_, &Session::moment_changed, this, &TimelineWidget::show_moment);
    connect(&session_, &Session::grown, this, &TimelineWidget::grow);
}

void TimelineWidget::plot(const QString& what) {
    what_ = what;
    refresh();
}

void TimelineWidget::take_in() {
    const Recording& r = *session_.recording();
    plot_ = {}, plotted_ = {};
    plot_work_.stop();
    rays_ = r.any_has(Recording::Rays), events_ = r.any_has(Recording::Events);
}

void TimelineWidget::refresh() {
    lanes_.clear();
    const Recording* r = session_.recording();
    if (!r) return update();
    lanes_ = lanes_for(session_, most_lanes);
    refresh_scroll();
    refresh_plot();
    update();
}

/// Lanes that do not fit are scrolled to: the bar lies beside them.
void TimelineWidget::refresh_scroll() {
    const double rows = 1.0 + rays_ + events_ + !session_.notes().empty();
    const double room = height() - head - rows * row - least_plot;
    fits_ = static_cast<std::size_t>(std::max(1.0, std::floor(room / row)));
    const int hidden = static_cast<int>(lanes_.size()) - static_cast<int>(fits_);
    scroll_->setRange(0, std::max(0, hidden)), scroll_->setPageStep(static_cast<int>(fits_));
    scroll_->setGeometry(width() - scroll_width, static_cast<int>(head + row), scroll_width,
                         static_cast<int>(row * static_cast<double>(visible_lanes())));
    scroll_->setVisible(hidden > 0);
    scroll_->setToolTip(tr("%1 lanes").arg(lanes_.size()));
}

QString TimelineWidget::plot_title() const {
    return plot_.name == "gap" ? tr("gap") : plot_.name == "closing" ? tr("approaching at") : tr("speed");
}

std::size_t TimelineWidget::first_lane() const { return static_cast<std::size_t>(scroll_->value()); }
std::size_t TimelineWidget::visible_lanes() const { return std::min(fits_, lanes_.size()); }

void TimelineWidget::refresh_plot() {
    const PlotQuery query = plot_query(session_, what_);
    if (query == plotted_) return;
    plotted_ = query, plot_ = empty_plot(*session_.recording(), query);
    plot_work_.stop();
    go_on_plotting();
}

/// Frames that are not plotted yet: a few at once, many in the background.
void TimelineWidget::go_on_plotting() {
    constexpr std::size_t few = 300;
    const Recording& r = *session_.recording();
    if (!plotted_.anything() || plot_work_.running() || plot_.values.size() >= r.size()) return;
    if (r.size() - plot_.values.size() <= few) return plot_further(r, plotted_, plot_);
    auto plot = std::make_shared<Plot>(plot_);
    plot_work_.run([recording = session_.shared_recording(), query = plotted_,
                    plot](Background::Work& work) { plot_further(*recording, query, *plot, &work); },
                   [this, plot] { plot_ = std::move(*plot), go_on_plotting(), update(); });
}

/// A game's newest frames are followed, up to a minute of them; of a log that is still read all stays in
/// sight.
void TimelineWidget::grow() {
    const Recording& r = *session_.recording();
    rays_ = r.any_has(Recording::Rays), events_ = r.any_has(Recording::Events);
    constexpr double most_seconds = 60.0, margin = 0.03;
    const double first = session_.first_moment(), last = session_.last_moment(),
                 all = (1.0 + 2.0 * margin) * (last - first), most = most_seconds * r.header.rate;
    if (session_.follows()) {
        const double span = std::min(most, std::max(ruler_.last - ruler_.first, all));
        ruler_.last = last + margin * span, ruler_.first = ruler_.last - span;
    } else if (!session_.live() && ruler_.last - ruler_.first > 0.5 * all) // else somebody looks closer
        ruler_.first = first - margin * all, ruler_.last = ruler_.first + all;
    go_on_plotting();
    // All encounters are looked through for the lanes: once a second will do.
    if (!lanes_age_.isValid() || lanes_age_.elapsed() > 1000) {
        lanes_ = lanes_for(session_, most_lanes);
        refresh_scroll();
        lanes_age_.start();
    }
    update();
}

void TimelineWidget::show_moment() {
    tell(this);
    if (session_.follows()) return;
    const double m = session_.moment(), span = ruler_.last - ruler_.first;
    const bool all = ruler_.first <= session_.first_moment() && ruler_.last >= session_.last_moment();
    if (!all && (m < ruler_.first + 0.03 * span || m > ruler_.last - 0.03 * span))
        ruler_.first = m - 0.5 * span, ruler_.last = m + 0.5 * span;
    update();
}

std::pair<std::size_t, std::size_t> TimelineWidget::visible() const {
    const double last = session_.last_moment();
    return {static_cast<std::size_t>(std::clamp(std::floor(ruler_.first), 0.0, last)),
            static_cast<std::size_t>(std::clamp(std::ceil(ruler_.last), 0.0, last))};
}

void TimelineWidget::label(QPainter& p, double y, const QString& text) const {
    p.setPen(Theme::current().soft), p.setFont(type(12));
    p.drawText(QRectF(4, y, label_width - 12, row), Qt::AlignRight | Qt::AlignVCenter,
               p.fontMetrics().elidedText(text, Qt::ElideRight, static_cast<int>(label_width) - 14));
}

void TimelineWidget::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Theme& th = Theme::current();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), th.panel);
    if (!session_.recording()) return;
    ruler_.left = label_width, ruler_.right = width() - 18.0;
    paint_ruler(p);
    double y = head;
    const auto next = [&](const std::function<void(QPainter&)>& paint) {
        QPainterPath lane;
        lane.addRect(QRectF(ruler_.left - 6, y, ruler_.right - ruler_.left + 12, row));
        paint_clipped(p, lane, paint);
        y += row;
        p.setPen(QPen(th.tint(th.rule, 0.7), 1.0));
        p.drawLine(QPointF(0, y), QPointF(width(), y));
    };
    label(p, y, tr("findings")), next([&](QPainter& q) { paint_findings(q, y); });
    for (std::size_t i = first_lane(); i < first_lane() + visible_lanes(); ++i)
        label(p, y, lanes_[i].name), next([&](QPainter& q) { paint_lane(q, lanes_[i], y); });
    if (rays_) label(p, y, tr("rays")), next([&](QPainter& q) { paint_rays(q, y); });
    if (events_) label(p, y, tr("events")), next([&](QPainter& q) { paint_events(q, y); });
    if (!session_.notes().empty()) label(p, y, tr("notes")), next([&](QPainter& q) { paint_notes(q, y); });
    const QRectF area(ruler_.left, y + 8, ruler_.right - ruler_.left, height() - y - 16);
    QPainterPath plot;
    plot.addRect(QRectF(ruler_.left - 6, y, ruler_.right - ruler_.left + 12, height() - y));
    paint_clipped(p, plot, [&](QPainter& q) { paint_plot(q, area); });
    if (!plot_.values.empty())
        label(p, area.top() + area.height() / 2 - row, plot_title()),
            label(p, area.top() + area.height() / 2 - 4, plot_.unit);
    const double x = ruler_.to(session_.moment());
    if (x < ruler_.left - 1 || x > ruler_.right + 1) return;
    p.setPen(QPen(th.ink, 1.6));
    p.drawLine(QPointF(x, head - 4), QPointF(x, height()));
    const QPointF tip[3] = {QPointF(x - 6, head - 14), QPointF(x + 6, head - 14), QPointF(x, head - 4)};
    p.setBrush(th.ink);
    p.drawPolygon(tip, 3);
    p.end(), paint_focus(this);
}

/// The moment, the plotted value, and what the pairs of the visible lanes do.
QString TimelineWidget::spoken() const {
    if (!session_.recording()) return {};
    QStringList out{session_.moment_text()};
    const auto now = static_cast<std::size_t>(std::max(0.0, std::round(session_.moment())));
    if (now < plot_.values.size() && !std::isnan(plot_.values[now]))
        out << plot_title() + ' ' + QString::fromStdString(figure(plot_.values[now])) + ' ' + plot_.unit;
    for (std::size_t i = first_lane(); i < first_lane() + visible_lanes(); ++i) {
        bool near = false, touches = false;
        for (const Encounter* e : lanes_[i].encounters) {
            near = near || (e->first <= now && now <= e->last);
            for (const Encounter::Touch& t : e->touches)
                touches = touches || (t.first <= now && now <= t.last);
        }
        out << lanes_[i].name + ": " + (touches ? tr("touching") : near ? tr("near") : tr("apart"));
    }
    return out.join(", ");
}

void TimelineWidget::paint_ruler(QPainter& p) {
    const Theme& th = Theme::current();
    const double step = ruler_.label_step(46.0);
    p.setFont(type(12));
    for (double f = std::ceil(std::max(0.0, ruler_.first) / step) * step;
         f <= std::min(ruler_.last, session_.last_moment()); f += step) {
        const double x = ruler_.to(f);
        p.setPen(QPen(th.tint(th.rule, 0.7), 1.0));
        p.drawLine(QPointF(x, head), QPointF(x, height()));
        if (std::abs(x - ruler_.to(session_.moment())) < 18.0) continue; // the marker stands there
        p.setPen(th.soft);
        p.drawText(QRectF(x - 40, 2, 80, head - 6), Qt::AlignCenter,
                   QString::number(session_.recording()->number(static_cast<std::size_t>(f))));
    }
}

void TimelineWidget::paint_findings(QPainter& p, double y) {
    const Theme& th = Theme::current();
    const Recording& r = *session_.recording();
    for (const Finding& f : session_.findings()) {
        const double from = ruler_.to(static_cast<double>(r.frame_index(f.first))),
                     to = ruler_.to(static_cast<double>(r.frame_index(f.last)));
        if (to < ruler_.left - 10 || from > ruler_.right + 10) continue;
        const bool chosen = session_.finding() && session_.finding()->id == f.id;
        const QRectF bar(from, y + 5, std::max(5.0, to - from), row - 10);
        p.setPen(Qt::NoPen), p.setBrush(f.expected ? th.tint(th.soft, chosen ? 0.8 : 0.4)
                                        : chosen   ? th.finding
                                                   : th.tint(th.finding, 0.5));
        p.drawRoundedRect(bar, 3, 3);
        if (!chosen) continue;
        p.setFont(type(12));
        const QString title = title_in_line(f);
        const double wide = p.fontMetrics().horizontalAdvance(title) + 6.0,
                     end = std::min(bar.right(), ruler_.right),
                     seen = end - std::max(bar.left(), ruler_.left);
        const bool beside = bar.right() + wide < ruler_.right, inside = !beside && seen > wide;
        p.setPen(inside ? th.panel : th.finding);
        const double at = beside ? bar.right() + 6.0 : inside ? end - wide : bar.left() - wide;
        p.drawText(QRectF(at, y, wide, row), Qt::AlignVCenter, title);
    }
}

/// Approach: a thin line. Touch: a full bar. Overlap: filled below the line to its depth. Responses: ticks
/// above.
void TimelineWidget::paint_lane(QPainter& p, const Lane& lane, double y) {
    const Theme& th = Theme::current();
    const double middle = y + 10.0, slop = session_.recording()->slop();
    for (const Encounter* e : lane.encounters) {
        const auto first = static_cast<double>(e->first), last = static_cast<double>(e->last);
        if (ruler_.to(last) < ruler_.left - 10 || ruler_.to(first) > ruler_.right + 10) continue;
        const QColor color = e->does == Does::Report ? th.sensor : th.moving;
        p.setPen(QPen(color, 1.4));
        p.drawLine(QPointF(ruler_.to(first), middle), QPointF(ruler_.to(last), middle));
        const auto low =
            std::partition_point(e->touches.begin(), e->touches.end(),
                                 [&](const Encounter::Touch& t) { return t.last < visible().first; });
        for (auto it = low; it != e->touches.end() && it->first <= visible().second + 1; ++it) {
            // A touch whose depth changed goes on in the next entry: both are one bar.
            const bool goes_on = std::next(it) != e->touches.end() && std::next(it)->first == it->last + 1;
            const double from = ruler_.to(static_cast<double>(it->first) - 0.5),
                         to = ruler_.to(static_cast<double>(it->last) + (goes_on ? 0.5 : 0.0));
            p.fillRect(QRectF(from, middle - 5, std::max(2.5, to - from), 9), color);
            if (e->does != Does::Solid || it->depth <= slop * 0.2) continue;
            const double deep = std::min(7.0, 2.0 + 5.0 * it->depth / std::max(e->deepest, slop * 4.0));
            p.fillRect(QRectF(from, middle + 4,
                              std::max(1.5, ruler_.to(static_cast<double>(it->last) + 0.5) - from + 0.4),
                              deep),
                       th.tint(color, 0.55));
        }
        p.setPen(Qt::NoPen), p.setBrush(th.ink);
        for (std::size_t i : e->responses) {
            const double x = ruler_.to(static_cast<double>(i));
            const QPointF tick[3] = {QPointF(x - 4, y + 0.5), QPointF(x + 4, y + 0.5), QPointF(x, y + 5.5)};
            p.drawPolygon(tick, 3);
        }
    }
}

void TimelineWidget::paint_rays(QPainter& p, double y) {
    const Theme& th = Theme::current();
    const auto [first, last] = visible();
    double next = -1e9;
    const bool near = last - first < most_read;
    for (std::size_t i = first; i <= last; ++i) {
        const double x = ruler_.to(static_cast<double>(i));
        if (x < next || !(session_.recording()->has(i) & Recording::Rays)) continue;
        bool hit = false;
        if (near) {
            const auto frame = session_.frame(i);
            hit = std::any_of(frame->rays.begin(), frame->rays.end(),
                              [](const RayRow& r) { return r.hit.has_value(); });
        }
        p.setPen(QPen(th.ray, 1.5)), p.setBrush(hit ? QBrush(th.ray) : QBrush(th.panel));
        p.drawEllipse(QPointF(x, y + row / 2), 3.4, 3.4);
        next = x + 8.0; // fewer marks than pixels
    }
}

void TimelineWidget::paint_events(QPainter& p, double y) {
    const Theme& th = Theme::current();
    const std::size_t first = visible().first, last = visible().second;
    double next = -1e9;
    p.setFont(type(12));
    const bool near = last - first < most_read;
    double drawn = -1e9;
    // Names cover no tick: of events in a row only the last is named.
    const auto next_tick = [&](std::size_t after, double until) {
        for (std::size_t k = after + 1; k <= last && ruler_.to(static_cast<double>(k)) < until; ++k)
            if (session_.recording()->has(k) & Recording::Events) return true;
        return false;
    };
    for (std::size_t i = first; i <= last; ++i) {
        const double x = ruler_.to(static_cast<double>(i));
        if (x < ruler_.left - 60 || x < drawn + 0.5 || !(session_.recording()->has(i) & Recording::Events))
            continue;
        drawn = x;
        p.setPen(QPen(th.ink, 1.4));
        p.drawLine(QPointF(x, y + 5), QPointF(x, y + row - 5));
        if (x < next || !near) continue;
        const auto frame = session_.frame(i);
        if (frame->events.empty()) continue;
        const QString name = QString::fromStdString(frame->events[0].name);
        const double end = x + p.fontMetrics().horizontalAdvance(name) + 10;
        if (next_tick(i, end)) continue;
        p.drawText(QPointF(x + 4, y + row - 7), name);
        next = end;
    }
}

double TimelineWidget::notes_top() const {
    return head + row * (1.0 + static_cast<double>(visible_lanes()) + rays_ + events_);
}

void TimelineWidget::paint_notes(QPainter& p, double y) {
    const Theme& th = Theme::current();
    p.setFont(type(12));
    double next = -1e9;
    for (const Note& n : session_.notes()) {
        const double x = ruler_.to(session_.moment_of(n));
        const QPointF slip[5] = {
            {x - 4, y + 5}, {x + 2, y + 5}, {x + 5, y + 8}, {x + 5, y + 16}, {x - 4, y + 16}};
        p.setPen(QPen(th.ink, 1.1)), p.setBrush(th.paper);
        p.drawPolygon(slip, 5);
        const QString text =
            p.fontMetrics().elidedText(QString::fromStdString(n.text).simplified(), Qt::ElideRight, 160);
        if (x < next) continue;
        p.drawText(QPointF(x + 9, y + row - 7), text);
        next = x + 16 + p.fontMetrics().horizontalAdvance(text);
    }
}

int TimelineWidget::note_at(const QPointF& pixel) const {
    if (session_.notes().empty() || pixel.y() < notes_top() || pixel.y() > notes_top() + row) return -1;
    for (std::size_t i = 0; i < session_.notes().size(); ++i)
        if (std::abs(ruler_.to(session_.moment_of(session_.notes()[i])) - pixel.x()) < 7.0)
            return static_cast<int>(i);
    return -1;
}

/// One column of pixels shows the least and the most of its frames, however many they are.
void TimelineWidget::paint_plot(QPainter& p, const QRectF& area) {
    const Theme& th = Theme::current();
    if (plot_.values.empty() || area.height() < 12) return;
    auto [first, last] = visible();
    last = std::min(last, plot_.values.size() - 1);
    double low = infinity, high = -infinity;
    for (std::size_t i = first; i <= last; ++i)
        if (!std::isnan(plot_.values[i]))
            low = std::min(low, plot_.values[i]), high = std::max(high, plot_.values[i]);
    if (low > high) return;
    if (plot_.name == "speed") low = std::min(low, 0.0);
    if (high - low < 1e-9) high += 0.5, low -= low == 0.0 ? 0.0 : 0.5;
    const auto y_of = [&](double v) { return area.bottom() - (v - low) / (high - low) * area.height(); };
    if (low < 0.0 && high > 0.0) {
        p.setPen(QPen(th.rule, 1.0, Qt::DashLine));
        p.drawLine(QPointF(area.left(), y_of(0)), QPointF(area.right(), y_of(0)));
    }
    p.setPen(QPen(th.ink, 1.5));
    const double frames_a_pixel = (ruler_.last - ruler_.first) / std::max(1.0, ruler_.right - ruler_.left);
    if (frames_a_pixel > 1.0) {
        for (double x = ruler_.left; x <= ruler_.right; x += 1.0) {
            const auto a = static_cast<std::ptrdiff_t>(ruler_.from(x)),
                       b = static_cast<std::ptrdiff_t>(ruler_.from(x + 1.0));
            double least = infinity, most = -infinity;
            for (std::ptrdiff_t i = std::max<std::ptrdiff_t>(0, a);
                 i <= b && i < static_cast<std::ptrdiff_t>(plot_.values.size()); ++i)
                if (const double v = plot_.values[static_cast<std::size_t>(i)]; !std::isnan(v))
                    least = std::min(least, v), most = std::max(most, v);
            if (least <= most) p.drawLine(QPointF(x, y_of(least)), QPointF(x, y_of(most) - 0.5));
        }
    } else {
        QPainterPath path;
        bool open = false;
        for (std::size_t i = first; i <= last; ++i) {
            const double v = plot_.values[i];
            if (std::isnan(v)) {
                open = false;
                continue;
            }
            const QPointF q(ruler_.to(static_cast<double>(i)), y_of(v));
            if (open)
                path.lineTo(q);
            else
                path.moveTo(q);
            open = true;
        }
        p.drawPath(path);
    }
    p.setFont(type(11));
    for (const auto& [value, y] : {std::pair(high, area.top() - 7), std::pair(low, area.bottom() - 9)}) {
        const QString text = QString::fromStdString(figure(value));
        const double wide = p.fontMetrics().horizontalAdvance(text) + 6.0;
        const QRectF box(area.right() - wide, y, wide, 14);
        p.fillRect(box, th.panel), p.setPen(th.soft);
        p.drawText(box, Qt::AlignCenter, text);
    }
}

void TimelineWidget::resizeEvent(QResizeEvent*) { refresh(); }

void TimelineWidget::go_to(const QPointF& pixel, bool sixteenths) {
    if (!session_.recording()) return;
    const double frame = ruler_.from(pixel.x());
    session_.set_moment(sixteenths ? std::round(frame * 16.0) / 16.0 : std::round(frame));
}

void TimelineWidget::mousePressEvent(QMouseEvent* e) {
    last_ = e->position();
    if (e->button() != Qt::LeftButton) return;
    if (e->position().y() > head && e->position().y() < head + row && session_.recording())
        for (const Finding& f : session_.findings()) {
            const double from = ruler_.to(static_cast<double>(session_.recording()->frame_index(f.first))),
                         to = ruler_.to(static_cast<double>(session_.recording()->frame_index(f.last)));
            if (e->position().x() >= from - 4 && e->position().x() <= std::max(to, from + 5) + 4)
                return session_.choose_finding(QString::fromStdString(f.id));
        }
    if (const int n = note_at(e->position()); n >= 0)
        return session_.set_moment(session_.moment_of(session_.notes()[static_cast<std::size_t>(n)]));
    if (e->position().x() >= ruler_.left - 6) go_to(e->position(), e->modifiers() & Qt::AltModifier);
}

void TimelineWidget::mouseMoveEvent(QMouseEvent* e) {
    if (e->buttons() & Qt::LeftButton && e->position().x() >= ruler_.left - 6)
        go_to(e->position(), e->modifiers() & Qt::AltModifier);
    else if (e->buttons() & Qt::MiddleButton)
        ruler_.pan(e->position().x() - last_.x(), session_.last_moment()), update();
    last_ = e->position();
}

void TimelineWidget::wheelEvent(QWheelEvent* e) {
    const double turn = e->angleDelta().y() != 0 ? e->angleDelta().y() : e->angleDelta().x();
    if (e->position().x() < label_width)
        scroll_->setValue(scroll_->value() - (turn > 0 ? 1 : -1));
    else if (e->modifiers() & Qt::ShiftModifier)
        ruler_.pan(turn * 0.5, session_.last_moment());
    else
        ruler_.zoom_at(e->position().x(), std::pow(1.002, turn), session_.last_moment());
    update();
}

} // namespace oddbounce
