// SPDX-License-Identifier: GPL-3.0-or-later
#include "findings/findings_panel.hpp"

#include "fault/telling.hpp"
#include "theme/theme.hpp"

#include <QHBoxLayout>
#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QToolTip>
#include <QVBoxLayout>

namespace oddbounce {

namespace {

/// A group heading, or a finding with its frames and its place in the recording.
class RowPainter : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override {
        return {100, index.data(FindingsModel::IsGroup).toBool() ? 30 : 38};
    }
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Theme& th = Theme::current();
        const QRect r = option.rect;
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        if (index.data(FindingsModel::IsGroup).toBool()) {
            p->setFont(type(13, true)), p->setPen(th.ink);
            p->drawText(r.adjusted(14, 6, -14, 0), Qt::AlignLeft | Qt::AlignVCenter, index.data().toString());
            p->setFont(type(12)), p->setPen(th.soft);
            p->drawText(r.adjusted(14, 6, -14, 0), Qt::AlignRight | Qt::AlignVCenter,
                        QString::number(index.data(FindingsModel::Count).toInt()));
            p->restore();
            return;
        }
        const bool chosen = option.state & QStyle::State_Selected;
        if (chosen) {
            p->setPen(Qt::NoPen), p->setBrush(th.chosen);
            p->drawRoundedRect(r.adjusted(6, 1, -6, -1), 3, 3);
            p->fillRect(QRect(r.left() + 6, r.top() + 1, 3, r.height() - 2), th.finding);
        }
        p->setPen(th.ink), p->setFont(type(13));
        const QRect text = r.adjusted(20, 4, -14, -4);
        p->drawText(text, Qt::AlignLeft | Qt::AlignTop,
                    p->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, text.width()));
        p->setPen(th.soft), p->setFont(type(12));
        p->drawText(text, Qt::AlignLeft | Qt::AlignBottom, index.data(FindingsModel::Frames).toString());
        const QRectF bar(r.right() - 84, r.bottom() - 12.0, 70, 4);
        p->setPen(Qt::NoPen), p->setBrush(th.rule);
        p->drawRoundedRect(bar, 2, 2);
        const double from = index.data(FindingsModel::From).toDouble(),
                     to = index.data(FindingsModel::To).toDouble();
        p->setBrush(th.finding);
        p->drawRoundedRect(QRectF(bar.left() + from * (bar.width() - 3), bar.top() - 3,
                                  std::max(3.0, (to - from) * bar.width()), 10),
                           1.5, 1.5);
        p->restore();
    }
};

} // namespace

FindingsPanel::FindingsPanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 10, 0, 0);
    column->setSpacing(6);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 0, 14, 0);
    auto* title = new QLabel("Findings");
    title->setFont(type(14, true));
    count_ = new QLabel;
    count_->setForegroundRole(QPalette::PlaceholderText);
    stop_ = new QPushButton("stop");
    stop_->setToolTip("Stops the scan; what was found stays");
    head->addWidget(title), head->addStretch(), head->addWidget(count_), head->addWidget(stop_);
    column->addLayout(head);
    filter_ = new QLineEdit;
    filter_->setPlaceholderText("filter: fault, body, frame…");
    filter_->setClearButtonEnabled(true);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(14, 0, 14, 0);
    line->addWidget(filter_);
    column->addLayout(line);
    model_ = new FindingsModel(session, this);
    list_ = new QListView;
    list_->setModel(model_), list_->setItemDelegate(new RowPainter(list_));
    list_->setFrameShape(QFrame::NoFrame), list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setAccessibleName("findings");
    note_ = new QLabel;
    note_->setWordWrap(true), note_->setContentsMargins(14, 4, 14, 4),
        note_->setForegroundRole(QPalette::PlaceholderText);
    column->addWidget(note_), column->addWidget(list_, 1);

    connect(filter_, &QLineEdit::textChanged, this,
            [this](const QString& words) { model_->filter(words), refresh(); });
    connect(list_->selectionModel(), &QItemSelectionModel::currentChanged, this,
            [this](const QModelIndex& now) {
                const QString id = now.data(FindingsModel::FindingId).toString();
                if (!id.isEmpty() &&
                    (!session_.finding() || QString::fromStdString(session_.finding()->id) != id))
                    session_.choose_finding(id);
            });
    // A click on the chosen finding goes back to it.
    connect(list_, &QListView::clicked, this, [this](const QModelIndex& now) {
        if (const QString id = now.data(FindingsModel::FindingId).toString(); !id.isEmpty())
            session_.choose_finding(id);
    });
    connect(stop_, &QPushButton::clicked, &session_, &Session::stop_scan);
    for (auto signal : {&Session::findings_changed, &Session::finding_changed, &Session::scan_changed,
                        &Session::recording_changed})
        connect(&session_, signal, this, &FindingsPanel::refresh);
    connect(&session_.scan_work(), &Background::progress, this, [this](double share, double left) {
        if (!session_.scanning()) return;
        count_->setText(QString("%1 % · %2")
                            .arg(static_cast<int>(share * 100))
                            .arg(left < 0   ? "scanning"
                                 : left < 1 ? "a moment left"
                                            : QString("%1 s left").arg(static_cast<int>(left) + 1)));
    });
    refresh();
}

void FindingsPanel::refresh() {
    const Recording* r = session_.recording();
    stop_->setVisible(session_.scanning());
    if (!r) return;
    if (!session_.scanning())
        count_->setText(QString("%1 in %2 frames").arg(session_.findings().size()).arg(r->frames.size()));
    QString note;
    if (r->header.space == 3)
        note = "Not judged: recordings of three dimensions can be opened and listed.";
    else if (!session_.scanning() && !session_.scan_complete())
        note = "The scan was stopped before the end.";
    else if (session_.findings().empty() && !session_.scanning())
        note = "Nothing found. Four faults are judged: tunneling, double hits, deep overlaps, bodies stuck "
               "on an edge.";
    else if (model_->rowCount() == 0 && !session_.findings().empty())
        note = "No finding has these words. Clear the filter to see all.";
    note_->setText(note), note_->setVisible(!note.isEmpty());
    const int row = session_.finding() ? model_->row_of(QString::fromStdString(session_.finding()->id)) : -1;
    const QSignalBlocker quiet(list_->selectionModel());
    if (row >= 0) {
        list_->setCurrentIndex(model_->index(row));
        list_->selectionModel()->select(model_->index(row), QItemSelectionModel::ClearAndSelect);
        list_->scrollTo(model_->index(row));
    }
    list_->viewport()->update();
}

// ---- bodies

namespace {
constexpr int body_row = 24, bodies_head = 36;
}

BodiesPanel::BodiesPanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setMinimumHeight(120);
    connect(&session_, &Session::recording_changed, this, [this] { scroll_ = 0, update(); });
    connect(&session_, &Session::body_changed, this, &BodiesPanel::show_chosen);
}

void BodiesPanel::show_chosen() {
    const std::vector<Slot> all = rows();
    const auto it = std::find(all.begin(), all.end(), session_.body());
    if (it != all.end()) {
        const int top = static_cast<int>(it - all.begin()) * body_row,
                  room = height() - bodies_head - body_row;
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
        if (w.bodies()[static_cast<std::size_t>(b)].def) out.push_back(b);
    std::stable_sort(out.begin(), out.end(), [&](Slot a, Slot b) {
        const auto &x = w.bodies()[static_cast<std::size_t>(a)], &y = w.bodies()[static_cast<std::size_t>(b)];
        return (x.def->moves != Moves::Fixed) > (y.def->moves != Moves::Fixed);
    });
    return out;
}

void BodiesPanel::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Theme& th = Theme::current();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), th.panel);
    const std::vector<Slot> all = rows();
    if (!session_.recording()) return;
    const World& w = *session_.instant().now;
    for (std::size_t i = 0; i < all.size(); ++i) {
        const double y = bodies_head + static_cast<double>(i) * body_row - scroll_;
        if (y < bodies_head - body_row || y > height()) continue;
        const BodyState& b = w.bodies()[static_cast<std::size_t>(all[i])];
        const bool moving = b.def->moves != Moves::Fixed, hidden = session_.hidden(all[i]);
        if (all[i] == session_.body()) {
            p.setPen(Qt::NoPen), p.setBrush(th.chosen);
            p.drawRoundedRect(QRectF(6, y, width() - 12, body_row - 1), 3, 3);
        }
        bool sensor = !w.colliders_of(all[i]).empty();
        for (Slot c : w.colliders_of(all[i]))
            sensor = sensor && w.colliders()[static_cast<std::size_t>(c)].def->role == Role::Sensor;
        QPen pen(sensor   ? th.sensor
                 : moving ? th.moving
                          : th.fixed,
                 1.6, sensor ? Qt::DotLine : Qt::SolidLine);
        p.setPen(pen), p.setBrush(hidden ? QBrush(Qt::NoBrush)
                                         : QBrush(th.tint(pen.color(), moving && !sensor ? 0.2 : 0.0)));
        p.setOpacity(hidden ? 0.35 : 1.0);
        const QRectF icon(16, y + 6, 12, 12);
        if (moving)
            p.drawRoundedRect(icon, 4, 4);
        else
            p.drawRect(icon);
        p.setPen(th.ink), p.setFont(type(13));
        p.drawText(QRectF(38, y, width() - 130, body_row), Qt::AlignVCenter,
                   p.fontMetrics().elidedText(QString::fromStdString(body_name(w, all[i])), Qt::ElideRight,
                                              width() - 136));
        p.setPen(th.soft), p.setFont(type(12));
        p.drawText(QRectF(width() - 94, y, 80, body_row), Qt::AlignVCenter | Qt::AlignRight,
                   hidden   ? "hidden"
                   : sensor ? "sensor"
                            : word(b.def->moves));
        p.setOpacity(1.0);
    }
    p.fillRect(QRectF(0, 0, width(), bodies_head - 2), th.panel);
    p.setPen(th.ink), p.setFont(type(14, true));
    p.drawText(QRectF(14, 6, 120, 24), Qt::AlignVCenter, "Bodies");
    const auto shown = std::count_if(all.begin(), all.end(), [&](Slot b) { return !session_.hidden(b); });
    p.setPen(th.soft), p.setFont(type(12));
    p.drawText(QRectF(width() - 134, 6, 120, 24), Qt::AlignVCenter | Qt::AlignRight,
               QString("%1 of %2 shown").arg(shown).arg(all.size()));
}

Slot BodiesPanel::at(const QPointF& pixel) const {
    const std::vector<Slot> all = rows();
    const double row = (pixel.y() + scroll_ - bodies_head) / body_row;
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
    const int most = std::max(0, static_cast<int>(rows().size()) * body_row + bodies_head - height() + 8);
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
