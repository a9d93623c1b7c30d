// SPDX-License-Identifier: GPL-3.0-or-later
#include "findings/findings_panel.hpp"

#include "fault/account_text.hpp"
#include "theme/theme.hpp"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace oddbounce {

namespace {

/// A group heading, or a finding with its frames and its place in the recording.
class RowPainter : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;

    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override {
        const int line = QFontMetrics(type(13)).height() + QFontMetrics(type(12)).height();
        return {100, index.data(FindingsModel::IsGroup).toBool() ? line - 2 : line + 6};
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
        const bool expected = index.data(FindingsModel::IsExpected).toBool();
        const int count = index.data(FindingsModel::Count).toInt();
        const QRect text = r.adjusted(index.data(FindingsModel::IsLike).toBool() ? 34 : 20, 4, -14, -4);
        int room = text.width();
        p->setFont(type(12, true)), p->setPen(th.soft);
        if (count > 1) {
            const QString times =
                (index.data(FindingsModel::IsFolded).toBool() ? "▸ ×" : "▾ ×") + QString::number(count);
            p->drawText(text, Qt::AlignRight | Qt::AlignTop, times);
            room -= p->fontMetrics().horizontalAdvance(times) + 8;
        }
        p->setPen(expected ? th.soft : th.ink), p->setFont(type(13));
        p->drawText(text, Qt::AlignLeft | Qt::AlignTop,
                    p->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, room));
        p->setPen(th.soft), p->setFont(type(12));
        p->drawText(text, Qt::AlignLeft | Qt::AlignBottom,
                    p->fontMetrics().elidedText(index.data(FindingsModel::Frames).toString(), Qt::ElideRight,
                                                text.width() - 82));
        const QRectF bar(r.right() - 84, r.bottom() - 12.0, 70, 4);
        p->setPen(Qt::NoPen), p->setBrush(th.rule);
        p->drawRoundedRect(bar, 2, 2);
        p->setBrush(expected ? th.soft : th.finding);
        for (const QPointF& span : index.data(FindingsModel::Spans).value<QList<QPointF>>())
            p->drawRoundedRect(QRectF(bar.left() + span.x() * (bar.width() - 3), bar.top() - 3,
                                      std::max(3.0, (span.y() - span.x()) * bar.width()), 10),
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
    auto* title = new QLabel(tr("Findings"));
    title->setFont(type(14, true));
    count_ = new QLabel;
    count_->setForegroundRole(QPalette::PlaceholderText);
    stop_ = new QPushButton(tr("stop"));
    stop_->setToolTip(tr("Stops the scan and keeps what was found"));
    head->addWidget(title), head->addStretch(), head->addWidget(count_), head->addWidget(stop_);
    column->addLayout(head);
    filter_ = new QLineEdit;
    filter_->setPlaceholderText(tr("filter: fault, body, frame…"));
    filter_->setClearButtonEnabled(true);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(14, 0, 14, 0);
    line->addWidget(filter_);
    column->addLayout(line);
    grouping_ = new QComboBox, showing_ = new QComboBox;
    grouping_->addItems(grouping_words()), showing_->addItems(showing_words());
    grouping_->setToolTip(tr("How the list is grouped")),
        showing_->setToolTip(tr("Which findings are listed"));
    grouping_->setAccessibleName(tr("group")), showing_->setAccessibleName(tr("show"));
    auto* ways = new QHBoxLayout;
    ways->setContentsMargins(14, 0, 14, 0), ways->setSpacing(6);
    for (QComboBox* box : {grouping_, showing_})
        box->setFont(type(12)), box->setFocusPolicy(Qt::TabFocus), ways->addWidget(box, 1);
    column->addLayout(ways);
    model_ = new FindingsModel(session, this);
    list_ = new QListView;
    list_->setModel(model_), list_->setItemDelegate(new RowPainter(list_));
    list_->setFrameShape(QFrame::NoFrame), list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    list_->setAccessibleName(tr("findings"));
    note_ = new QLabel;
    note_->setWordWrap(true), note_->setContentsMargins(14, 4, 14, 4),
        note_->setForegroundRole(QPalette::PlaceholderText);
    column->addWidget(note_), column->addWidget(list_, 1);

    connect(filter_, &QLineEdit::textChanged, this,
            [this](const QString& words) { model_->filter(words), refresh(); });
    connect(grouping_, &QComboBox::currentIndexChanged, this,
            [this](int by) { model_->group(static_cast<Grouping>(by)), refresh(); });
    connect(showing_, &QComboBox::currentIndexChanged, this,
            [this](int which) { model_->show(static_cast<Showing>(which)), refresh(); });
    connect(
        list_->selectionModel(), &QItemSelectionModel::currentChanged, this, [this](const QModelIndex& now) {
            const QString id = now.data(FindingsModel::FindingId).toString();
            const bool within = session_.finding() &&
                                model_->row_of(QString::fromStdString(session_.finding()->id)) == now.row();
            if (!id.isEmpty() && !within &&
                (!session_.finding() || QString::fromStdString(session_.finding()->id) != id))
                session_.choose_finding(id);
        });
    list_->viewport()->installEventFilter(this), list_->installEventFilter(this);
    // A click on the chosen finding goes back to it.
    connect(list_, &QListView::clicked, this, [this](const QModelIndex& now) {
        if (const QString id = now.data(FindingsModel::FindingId).toString(); !id.isEmpty())
            session_.choose_finding(id);
    });
    connect(&session_, &Session::grown, list_->viewport(), qOverload<>(&QWidget::update));
    connect(stop_, &QPushButton::clicked, &session_, &Session::stop_scan);
    for (auto signal : {&Session::findings_changed, &Session::finding_changed, &Session::scan_changed,
                        &Session::recording_changed})
        connect(&session_, signal, this, &FindingsPanel::refresh);
    connect(&session_.scan_work(), &Background::progress, this, [this](double share, double left) {
        if (!session_.scanning()) return;
        if (session_.live()) return count_->setText(tr("judged as frames arrive"));
        count_->setText(tr("%1 % · %2")
                            .arg(static_cast<int>(share * 100))
                            .arg(left < 0   ? tr("scanning")
                                 : left < 1 ? tr("almost done")
                                            : tr("%1 s left").arg(static_cast<int>(left) + 1)));
    });
    refresh();
}

void FindingsPanel::step(int by) {
    const QStringList& ids = model_->ids();
    if (ids.isEmpty()) return;
    const auto count = ids.size();
    auto row = session_.finding() ? ids.indexOf(QString::fromStdString(session_.finding()->id)) : -1;
    row = row < 0 ? (by > 0 ? 0 : count - 1) : (row + by + count) % count;
    session_.choose_finding(ids[row]);
}

QString FindingsPanel::after(const QString& id) const {
    const QStringList& ids = model_->ids();
    const auto row = ids.indexOf(id);
    return row < 0 || ids.size() < 2 ? QString() : ids[(row + 1) % ids.size()];
}

/// A click on "×50", Left and Right fold and open rows of like findings.
bool FindingsPanel::eventFilter(QObject* o, QEvent* e) {
    constexpr int badge = 64, top = 22;
    QModelIndex row;
    bool fold = false;
    if (o == list_->viewport() && e->type() == QEvent::MouseButtonPress) {
        const QPoint at = static_cast<QMouseEvent*>(e)->pos();
        const QModelIndex under = list_->indexAt(at);
        const QRect box = list_->visualRect(under);
        if (at.x() > box.right() - badge && at.y() < box.top() + top) row = under;
        fold = !row.data(FindingsModel::IsFolded).toBool();
    } else if (o == list_ && e->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(e)->key();
        if (key == Qt::Key_Left || key == Qt::Key_Right)
            row = list_->currentIndex(), fold = key == Qt::Key_Left;
    }
    if (row.data(FindingsModel::IsGroup).toBool() || row.data(FindingsModel::Count).toInt() < 2)
        return QWidget::eventFilter(o, e);
    model_->fold(row.row(), fold);
    refresh();
    return true;
}

QString FindingsPanel::count_text() const {
    const auto& all = session_.findings();
    const auto shown = static_cast<std::size_t>(model_->ids().size());
    const auto open = static_cast<std::size_t>(
        std::count_if(all.begin(), all.end(), [](const Finding& f) { return !f.expected; }));
    if (!filter_->text().isEmpty() || showing_->currentIndex() > 0)
        return tr("%1 of %2 shown").arg(shown).arg(all.size());
    return tr("%1 in %2 frames").arg(open).arg(session_.recording()->kept());
}

QString FindingsPanel::note_text() const {
    const Recording& r = *session_.recording();
    const bool none = session_.findings().empty();
    if (!r.complete() && !session_.live()) return tr("The recording is judged when all of it is read.");
    if (session_.scanning() && session_.live())
        return none ? tr("No faults found so far. Findings appear here while the game runs.") : QString();
    if (session_.provisional())
        return none ? QString() : tr("Still judging. Some of these may turn out to be part of others.");
    if (!session_.scan_complete()) return tr("The scan was stopped before the end.");
    if (none) return tr("No faults found.");
    if (model_->rowCount() > 0) return {};
    return !filter_->text().isEmpty() ? tr("No finding matches this filter. Clear it to see all.")
           : showing_->currentIndex() == 0
               ? tr("Every finding is marked as expected. Choose \"all\" above to see them.")
               : tr("No such finding. Choose \"all\" above to see every finding.");
}

void FindingsPanel::refresh() {
    const Recording* r = session_.recording();
    stop_->setVisible(session_.scanning() && !session_.live());
    if (!r) return;
    if (!r->complete() && !session_.live())
        count_->clear();
    else if (!session_.scanning())
        count_->setText(count_text());
    const QString note = note_text();
    note_->setText(note), note_->setVisible(!note.isEmpty());
    const int row = session_.finding() ? model_->row_of(QString::fromStdString(session_.finding()->id)) : -1;
    const QSignalBlocker quiet(list_->selectionModel());
    if (row >= 0) {
        list_->setCurrentIndex(model_->index(row));
        list_->selectionModel()->select(model_->index(row), QItemSelectionModel::ClearAndSelect);
        list_->scrollTo(model_->index(row));
    } else
        list_->setCurrentIndex({});
    list_->viewport()->update();
}

} // namespace oddbounce
