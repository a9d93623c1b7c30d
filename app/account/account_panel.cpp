// SPDX-License-Identifier: GPL-3.0-or-later
#include "account/account_panel.hpp"

#include "language/language.hpp"
#include "theme/elided_label.hpp"
#include "theme/theme.hpp"

#include <QHeaderView>
#include <QPainter>
#include <QScrollBar>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace oddbounce {

namespace {

/// The moment on the left, the sentence beside it; the current ones on a ground of their own.
class SentencePainter : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const auto* list = static_cast<const QListView*>(option.widget);
        const int width = list->viewport()->width();
        return {width, need(text_of(index), QRect(0, 0, width, 0)).height() + 12};
    }
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Theme& th = Theme::current();
        const bool now = index.data(AccountModel::IsNow).toBool(),
                   cause = index.data(AccountModel::IsCause).toBool();
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        const QRect box = option.rect.adjusted(8, 1, -4, -1);
        if (now) p->setPen(Qt::NoPen), p->setBrush(th.chosen), p->drawRoundedRect(box, 4, 4);
        if (option.state & QStyle::State_HasFocus && option.widget->hasFocus())
            p->setPen(QPen(th.ink, 1.2)), p->setBrush(Qt::NoBrush), p->drawRoundedRect(box, 4, 4);
        p->setFont(type(12, now || cause)), p->setPen(cause ? th.finding : now ? th.ink : th.soft);
        p->drawText(QRect(box.left(), box.top() + 5, tag_width() - 12, box.height()),
                    Qt::AlignRight | Qt::AlignTop, index.data(AccountModel::Tag).toString());
        p->setFont(type(13)), p->setPen(th.ink);
        p->drawText(need(text_of(index), option.rect).translated(0, 6), Qt::TextWordWrap, text_of(index));
        p->restore();
    }

  private:
    static int tag_width() { return QFontMetrics(type(12, true)).horizontalAdvance("00000") + 22; }
    static QString text_of(const QModelIndex& index) {
        return index.data().toString().replace("/s", "/\u2060s"); // never broken there
    }
    /// Where the sentence stands in the row, at its top.
    static QRect need(const QString& text, const QRect& row) {
        const int left = row.left() + 8 + tag_width(),
                  room = std::max(60, row.width() - 8 - tag_width() - 14);
        QRect out = QFontMetrics(type(13)).boundingRect(QRect(0, 0, room, 10000), Qt::TextWordWrap, text);
        return QRect(left, row.top(), room, out.height());
    }
};

QLabel* heading(const QString& text) {
    auto* label = new QLabel(text);
    label->setFont(type(14, true));
    return label;
}

QLabel* soft_label() {
    auto* label = new QLabel;
    label->setFont(type(12)), label->setForegroundRole(QPalette::PlaceholderText);
    label->setTextFormat(Qt::PlainText);
    return label;
}

} // namespace

AccountPanel::AccountPanel(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), account_(new AccountModel(session, this)),
      figures_(new NumbersModel(session, this)) {
    split_ = new QSplitter(Qt::Vertical);
    split_->addWidget(build_account()), split_->addWidget(build_numbers());
    split_->setStretchFactor(0, 3), split_->setStretchFactor(1, 2);
    split_->setSizes({330, 200});
    split_->setHandleWidth(1), split_->setChildrenCollapsible(false);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(split_);
    for (auto signal : {&Session::recording_changed, &Session::moment_changed, &Session::finding_changed,
                        &Session::body_changed, &Session::findings_changed, &Session::scan_changed})
        connect(&session_, signal, this, &AccountPanel::refresh);
    connect(&session_, &Session::moment_changed, this, &AccountPanel::follow_moment);
    refresh();
}

QWidget* AccountPanel::build_account() {
    auto* page = new QWidget;
    auto* head = new QHBoxLayout;
    head->setContentsMargins(16, 10, 16, 4);
    fault_ = new ElidedLabel;
    fault_->setFont(type(12)), fault_->setTextFormat(Qt::PlainText), fault_->setMinimumWidth(1);
    head->addWidget(heading(tr("What happened"))), head->addStretch(), head->addWidget(fault_);
    sentences_ = new QListView;
    sentences_->setModel(account_), sentences_->setItemDelegate(new SentencePainter(sentences_));
    sentences_->setFrameShape(QFrame::NoFrame), sentences_->setResizeMode(QListView::Adjust);
    sentences_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    sentences_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    sentences_->setAccessibleName(tr("what happened")),
        sentences_->setToolTip(tr("Click to go to this moment"));
    const auto go = [this](const QModelIndex& index) {
        if (const QVariant m = index.data(AccountModel::Moment); m.isValid())
            session_.set_moment(m.toDouble());
    };
    connect(sentences_, &QListView::clicked, this, go);
    connect(sentences_, &QListView::activated, this, go);
    note_ = soft_label(), assumes_ = soft_label();
    for (QLabel* l : {note_, assumes_}) l->setWordWrap(true), l->setContentsMargins(16, 2, 16, 6);
    note_->setFont(type(13));
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0), column->setSpacing(0);
    column->addLayout(head), column->addWidget(note_), column->addWidget(sentences_, 1),
        column->addWidget(assumes_);
    column->addStretch(0);
    return page;
}

QWidget* AccountPanel::build_numbers() {
    auto* page = new QWidget;
    auto* head = new QHBoxLayout;
    head->setContentsMargins(16, 8, 16, 2);
    moment_ = soft_label();
    head->addWidget(heading(tr("Numbers"))), head->addStretch(), head->addWidget(moment_);
    numbers_ = new QTableView;
    numbers_->setModel(figures_);
    numbers_->setFrameShape(QFrame::NoFrame), numbers_->setShowGrid(false), numbers_->setWordWrap(false);
    numbers_->setSelectionBehavior(QAbstractItemView::SelectRows);
    numbers_->setSelectionMode(QAbstractItemView::SingleSelection);
    numbers_->horizontalHeader()->hide(), numbers_->verticalHeader()->hide();
    numbers_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    numbers_->horizontalHeader()->setSectionResizeMode(1, QHeaderView::ResizeToContents);
    numbers_->verticalHeader()->setDefaultSectionSize(QFontMetrics(type(13)).height() + 6);
    numbers_->setObjectName("plain"), numbers_->setTabKeyNavigation(false);
    numbers_->setAccessibleName(tr("numbers at this moment"));
    const auto plot = [this](const QModelIndex& index) {
        if (const QString what = index.data(NumbersModel::Plots).toString(); !what.isEmpty())
            emit wants_plot(what);
    };
    connect(numbers_, &QTableView::clicked, this, plot);
    connect(numbers_, &QTableView::activated, this, plot);
    no_numbers_ = soft_label();
    no_numbers_->setText(tr("Choose a body or a finding to see its numbers."));
    no_numbers_->setWordWrap(true), no_numbers_->setContentsMargins(16, 2, 16, 2);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0), column->setSpacing(0);
    auto* inset = new QHBoxLayout;
    inset->setContentsMargins(12, 0, 8, 0), inset->addWidget(numbers_);
    column->addLayout(head), column->addWidget(no_numbers_), column->addLayout(inset, 1);
    return page;
}

void AccountPanel::refresh() {
    const Recording* r = session_.recording();
    const Finding* f = session_.finding();
    const Theme& th = Theme::current();
    moment_->setText(session_.moment_text());
    no_numbers_->setVisible(r && figures_->rowCount() == 0);
    sentences_->setVisible(f != nullptr), note_->setVisible(!f && r);
    assumes_->setVisible(f && !f->assumes.empty());
    fault_->set_text(f ? QString("%1 · %2").arg(title_in_line(*f),
                                                f->expected ? tr("expected") : core_text(word(f->grade)))
                       : QString());
    QPalette p = fault_->palette();
    p.setColor(QPalette::WindowText, f && !f->expected ? th.finding : th.soft);
    fault_->setPalette(p);
    if (f)
        return assumes_->setText(
            QString("%1: %2.").arg(core_text(word(f->grade)), QString::fromStdString(f->assumes)));
    const bool none = session_.findings().empty() && !session_.scanning();
    note_->setText(
        !none ? tr("Choose a finding to read what happened, frame by frame. N goes to the next one.")
        : session_.scan_complete()
            ? tr("No fault was found. Step through the frames, or choose a body to see its encounters.")
            : tr("Step through the frames, or choose a body to see its encounters."));
}

void AccountPanel::follow_moment() {
    if (const int row = account_->current(); row >= 0)
        sentences_->scrollTo(account_->index(row), QAbstractItemView::EnsureVisible);
}

} // namespace oddbounce
