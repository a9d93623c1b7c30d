// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/bench_view.hpp"

#include "fault/account_text.hpp"
#include "observation/measures.hpp"
#include "theme/theme.hpp"

#include <QMouseEvent>
#include <QPainter>

namespace oddbounce {

BenchView::BenchView(Session& session, QWidget* parent)
    : QWidget(parent), Spoken(QAccessible::Graphic), session_(session) {
    setMinimumSize(300, 160), setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("recorded, and with the fix"));
    for (auto signal : {&Session::moment_changed, &Session::candidates_changed, &Session::findings_changed,
                        &Session::pictures_changed, &Session::body_changed})
        connect(&session_, signal, this, [this] { tell(this); });
    for (auto signal : {&Session::recording_changed, &Session::finding_changed})
        connect(&session_, signal, this, [this] {
            fixed_.reset(), fixed_of_.reset(); // it refers to the recording
            look_at_finding();
        });
}

void BenchView::set_overlaid(bool overlaid) { overlaid_ = overlaid, look_at_finding(); }

void BenchView::look_at_finding() {
    if (!session_.recording()) return;
    mapping_ = first_look(session_, area_of(Side::Recorded));
    looked_ = true, update();
}

const Candidate* BenchView::candidate() const {
    const auto i = static_cast<std::size_t>(session_.candidate());
    if (session_.candidate() < 0 || i >= session_.candidates().size()) return nullptr;
    const Candidate& c = session_.candidates()[i];
    return c.state == Candidate::Judged && c.verdict.played ? &c : nullptr;
}

std::optional<double> BenchView::first_difference() const {
    const Candidate* c = candidate();
    if (!c || !c->verdict.first_difference) return {};
    const std::ptrdiff_t index = session_.recording()->frame_index(*c->verdict.first_difference);
    return index < 0 ? std::nullopt : std::optional(static_cast<double>(index));
}

QRectF BenchView::area_of(Side side) const {
    constexpr double gap = 6.0;
    if (overlaid_) return rect();
    const double half = (width() - gap) / 2.0;
    return side == Side::Fixed ? QRectF(half + gap, 0, half, height()) : QRectF(0, 0, half, height());
}

/// Of the pair that the finding is about: how far apart, how fast the mover is.
QString BenchView::numbers(const Recording& r, const Instant& t) const {
    const Finding* f = session_.finding();
    if (!f || f->colliders.empty()) return {};
    QStringList out;
    const Slot a = r.collider_slot(f->colliders[0]),
               b = f->colliders.size() > 1 ? r.collider_slot(f->colliders[1]) : -1;
    if (a >= 0 && b >= 0 && t.now->live(a) && t.now->live(b)) {
        const Distance d = distance(*at(*t.now, a).geometry, t.pose(at(*t.now, a).body),
                                    *at(*t.now, b).geometry, t.pose(at(*t.now, b).body));
        const double nothing = std::max(1e-3 * r.slop(), r.rounding());
        if (d.known && std::abs(d.gap) <= nothing)
            out << tr("touching");
        else if (d.known)
            out << (d.gap < 0.0 ? tr("overlap %1") : tr("gap %1"))
                       .arg(QString::fromStdString(length_text(r, std::abs(d.gap))));
    }
    if (a >= 0 && t.present(at(*t.now, a).body))
        out << QString::fromStdString(
            speed_text(r, glm::length((t.fraction < 1.0 ? t.before : t.now)->body_of(a).velocity)));
    return out.join(" · ");
}

QString BenchView::title_of(Side side) const {
    if (side == Side::Recorded) return tr("recorded");
    const Candidate* c = candidate();
    const QString with = c ? tr("with: %1").arg(QString::fromStdString(c->fix.name)) : tr("with the fix");
    return side == Side::Both ? tr("recorded, and in double lines %1").arg(with) : with;
}

QString BenchView::spoken() const {
    if (!session_.recording()) return {};
    QStringList out{session_.moment_text(), title_of(Side::Recorded),
                    numbers(*session_.recording(), session_.instant())};
    if (const Instant* fixed = fixed_instant())
        out << title_of(Side::Fixed) << numbers(*candidate()->verdict.played, *fixed);
    return out.join(", ");
}

const Instant* BenchView::fixed_instant() const {
    const Candidate* c = candidate();
    const std::shared_ptr<const Recording> played = c ? c->verdict.played : nullptr;
    if (fixed_of_ != played || fixed_at_ != session_.moment()) {
        fixed_.reset(), fixed_of_ = played, fixed_at_ = session_.moment();
        try {
            if (played) fixed_ = instant_of(*played, session_.moment());
        } catch (const BadInput&) { // the session says so
        }
    }
    return fixed_ ? &*fixed_ : nullptr;
}

void BenchView::paint_side(QPainter& p, Side side) const {
    const Theme& th = Theme::current();
    const Recording& recorded = *session_.recording();
    const Candidate* c = candidate();
    const QRectF area = area_of(side);
    Mapping m = mapping_;
    m.area = area;
    const SceneOptions chosen = scene_options(session_);
    SceneOptions o = chosen;
    if (side != Side::Both) o.course = nullptr, o.shapes = nullptr;
    const Recording* r = &recorded;
    const Instant* t = &session_.instant();
    std::vector<Track> course;
    p.save();
    p.setClipRect(area);
    if (side == Side::Fixed && c) {
        if (const Instant* fixed = fixed_instant()) r = c->verdict.played.get(), t = fixed;
        o.shapes = &c->verdict.shapes;
        const bool there = std::ranges::any_of(c->verdict.fixed, [&](const Finding& f) {
            return session_.finding() && f.id == session_.finding()->id;
        });
        if (there) o.finding = nullptr; // nothing is faulty here
        o.course = chosen.course;
    }
    if (c && c->courses && side != Side::Both) {
        course.push_back(side == Side::Fixed ? c->courses->with : c->courses->without);
        o.course = &course, o.course_body = chosen.course_body;
    }
    ScenePainter painter(p, m, *r, *t, o);
    painter.background(), painter.bodies(), painter.marks();
    if (side != Side::Fixed) painter.scale_bar();
    p.setPen(side == Side::Fixed ? th.candidate : th.ink), p.setFont(type(12, true));
    const QString title =
        p.fontMetrics().elidedText(title_of(side), Qt::ElideRight, static_cast<int>(area.width()) - 24);
    halo_text(p, QRectF(area.left() + 12, area.top() + 8, area.width() - 24, 20), title);
    p.setFont(type(12)), p.setPen(th.ink);
    halo_text(p, QRectF(area.left() + 12, area.top() + 26, area.width() - 24, 20), numbers(*r, *t));
    p.restore();
}

void BenchView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Theme& th = Theme::current();
    p.fillRect(rect(), th.rule);
    if (!session_.recording()) return p.fillRect(rect(), th.paper);
    p.setRenderHint(QPainter::Antialiasing);
    if (overlaid_)
        paint_side(p, Side::Both);
    else
        paint_side(p, Side::Recorded), paint_side(p, Side::Fixed);
    if (!candidate() && !overlaid_) {
        p.setPen(th.soft), p.setFont(type(13));
        const QRectF area = area_of(Side::Fixed);
        p.fillRect(area, th.paper);
        p.drawText(area.adjusted(30, 0, -30, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Choose a candidate fix: what becomes of this moment is shown here."));
    }
    p.end(), paint_focus(this);
}

void BenchView::resizeEvent(QResizeEvent*) {
    if (session_.recording()) look_at_finding();
}

void BenchView::wheelEvent(QWheelEvent* e) {
    const bool right = !overlaid_ && e->position().x() > area_of(Side::Fixed).left();
    mapping_.area = area_of(right ? Side::Fixed : Side::Recorded);
    mapping_.zoom_at(e->position(), std::pow(1.0015, e->angleDelta().y()));
    update();
}

void BenchView::mousePressEvent(QMouseEvent* e) { last_ = e->position(); }

void BenchView::mouseMoveEvent(QMouseEvent* e) {
    if (!(e->buttons() & Qt::LeftButton)) return;
    mapping_.pan(e->position() - last_), last_ = e->position();
    update();
}

void BenchView::mouseDoubleClickEvent(QMouseEvent*) { look_at_finding(); }

} // namespace oddbounce
