// SPDX-License-Identifier: GPL-3.0-or-later
#include "findings/findings_panel.hpp"

#include "fault/telling.hpp"
#include "theme/theme.hpp"

#include <QHBoxLayout>
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
        const bool fine = index.data(FindingsModel::IsFine).toBool();
        p->setPen(fine ? th.soft : th.ink), p->setFont(type(13));
        const QRect text = r.adjusted(20, 4, -14, -4);
        p->drawText(text, Qt::AlignLeft | Qt::AlignTop,
                    p->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, text.width()));
        p->setPen(th.soft), p->setFont(type(12));
        p->drawText(text, Qt::AlignLeft | Qt::AlignBottom,
                    p->fontMetrics().elidedText(index.data(FindingsModel::Frames).toString(), Qt::ElideRight,
                                                text.width() - 82));
        const QRectF bar(r.right() - 84, r.bottom() - 12.0, 70, 4);
        p->setPen(Qt::NoPen), p->setBrush(th.rule);
        p->drawRoundedRect(bar, 2, 2);
        const double from = index.data(FindingsModel::From).toDouble(),
                     to = index.data(FindingsModel::To).toDouble();
        p->setBrush(fine ? th.soft : th.finding);
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
    grouping_ = new QComboBox, showing_ = new QComboBox;
    for (const char* w : grouping_words) grouping_->addItem(w);
    for (const char* w : showing_words) showing_->addItem(w);
    grouping_->setToolTip("What the list is divided by"), showing_->setToolTip("Which findings are listed");
    grouping_->setAccessibleName("group"), showing_->setAccessibleName("show");
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
    list_->setAccessibleName("findings");
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
    connect(&session_, &Session::grown, list_->viewport(), qOverload<>(&QWidget::update));
    connect(stop_, &QPushButton::clicked, &session_, &Session::stop_scan);
    for (auto signal : {&Session::findings_changed, &Session::finding_changed, &Session::scan_changed,
                        &Session::recording_changed})
        connect(&session_, signal, this, &FindingsPanel::refresh);
    connect(&session_.scan_work(), &Background::progress, this, [this](double share, double left) {
        if (!session_.scanning()) return;
        if (session_.live()) return count_->setText("judged as they come");
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
    stop_->setVisible(session_.scanning() && !session_.live());
    if (!r) return;
    const bool read = r->complete() || session_.live();
    if (!read)
        count_->clear();
    else if (!session_.scanning()) {
        const auto open = std::count_if(session_.findings().begin(), session_.findings().end(),
                                        [](const Finding& f) { return !f.fine; });
        count_->setText(QString("%1 in %2 frames").arg(open).arg(r->kept()));
    }
    QString note;
    if (r->header.space == 3)
        note = "Not judged: recordings of three dimensions can be opened and listed.";
    else if (!read)
        note = "Judged when it is read to its end.";
    else if (!session_.scanning() && !session_.scan_complete())
        note = "The scan was stopped before the end.";
    else if (session_.findings().empty() && !session_.scanning())
        note = "Nothing found. What is judged, and what is not yet, is told in docs/faults.md.";
    else if (session_.findings().empty() && session_.live())
        note = "Nothing found so far. Findings come here while the game runs.";
    else if (model_->rowCount() == 0 && !session_.findings().empty())
        note = !filter_->text().isEmpty() ? "No finding has these words. Clear the filter to see all."
               : showing_->currentIndex() == 0
                   ? "All that was found is marked as fine. Choose \"all\" above to see it."
                   : "Nothing of that kind. Choose \"all\" above to see every finding.";
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

} // namespace oddbounce
