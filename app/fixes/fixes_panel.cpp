// SPDX-License-Identifier: GPL-3.0-or-later
#include "fixes/fixes_panel.hpp"

#include "fault/account_text.hpp"
#include "fixes/candidate_dialog.hpp"
#include "fixes/loop_html.hpp"
#include "language/language.hpp"
#include "theme/theme.hpp"

#include <QApplication>
#include <QClipboard>
#include <QContextMenuEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QPainter>

namespace oddbounce {

std::vector<VerdictEntry> entries_of(const Verdict& v, VerdictPart::List list, const Recording& r) {
    std::vector<VerdictEntry> out;
    const auto frames = [](std::int64_t first, std::int64_t last) {
        return first == last ? FixesPanel::tr("frame %1").arg(first)
                             : FixesPanel::tr("frames %1 to %2").arg(first).arg(last);
    };
    const auto moment = [&](std::int64_t frame) {
        return std::max(0.0, static_cast<double>(r.frame_index(frame)));
    };
    const auto findings = [&](const std::vector<Finding>& all) {
        for (const Finding& f : all)
            out.push_back({title_and_headline(f) + ", " + frames(f.first, f.last), moment(f.first)});
    };
    const auto contacts = [&](const std::vector<TouchRun>& all) {
        for (const TouchRun& t : all)
            out.push_back({FixesPanel::tr("contact of %1 and %2, %3")
                               .arg(QString::fromStdString(the(body_name(r, t.a))),
                                    QString::fromStdString(the(body_name(r, t.b))), frames(t.first, t.last)),
                           moment(t.first)});
    };
    switch (list) {
    case VerdictPart::Fixed:
        findings(v.fixed), findings(v.kept);
        break;
    case VerdictPart::Kept:
        findings(v.kept);
        break;
    case VerdictPart::Changed:
        findings(v.changed);
        break;
    case VerdictPart::New:
        findings(v.fresh);
        break;
    case VerdictPart::Lost:
        contacts(v.lost);
        break;
    case VerdictPart::Gained:
        contacts(v.gained);
        break;
    case VerdictPart::Unclear:
        findings(v.unclear);
        break;
    case VerdictPart::None:
        break;
    }
    return out;
}

// ---- one card

FixCard::FixCard(Session& session, int index, QWidget* parent)
    : QFrame(parent), session_(session), index_(index) {
    setFocusPolicy(Qt::StrongFocus);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 6, 10, 7), column->setSpacing(2);
    name_ = new QLabel, verdict_ = new QLabel;
    name_->setTextFormat(Qt::PlainText), name_->setWordWrap(true);
    verdict_->setTextFormat(Qt::RichText), verdict_->setWordWrap(true), verdict_->setFont(type(12));
    verdict_->setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
    loop_ = new QLabel;
    loop_->setTextFormat(Qt::RichText), loop_->setWordWrap(true), loop_->setFont(type(12));
    column->addWidget(name_), column->addWidget(verdict_);
    connect(verdict_, &QLabel::linkActivated, this,
            [this](const QString& link) { open_list(static_cast<VerdictPart::List>(link.toInt())); });
    const Candidate& c = *candidate();
    const bool advice = c.state == Candidate::Advice;
    name_->setText(QString::fromStdString(c.fix.name)), name_->setFont(type(advice ? 12 : 13, !advice));
    verdict_->setText(verdict_html(c)), verdict_->setVisible(!advice);
    const bool chosen = session_.candidate() == index_ && c.state == Candidate::Judged &&
                        (c.verdict.loop || c.verdict.engine);
    loop_->setText(chosen ? loop_html(c.verdict, *session_.recording()) : QString()),
        loop_->setVisible(chosen);
    if (session_.candidate() == index_ && c.state == Candidate::Judged)
        add_ranges(*column, c), add_shake(*column, c);
    column->addWidget(loop_);
    setAccessibleName(QString::fromStdString(c.fix.name));
    setAccessibleDescription(advice                         ? tr("advice")
                             : c.state == Candidate::Judged ? QString::fromStdString(verdict_line(c.verdict))
                                                            : verdict_->text());
    setToolTip(advice ? tr("Advice: a change in the game's code that a recording cannot try")
                      : tr("Click to show this fix in the view"));
}

const Candidate* FixCard::candidate() const {
    const auto i = static_cast<std::size_t>(index_);
    return i < session_.candidates().size() ? &session_.candidates()[i] : nullptr;
}

/// Each part that counts something is a link; its text is ours and escaped.
QString FixCard::verdict_html(const Candidate& c) const {
    const Theme& th = Theme::current();
    const auto colored = [](const QString& text, const QColor& color) {
        return QString("<span style=\"color:%1\">%2</span>").arg(color.name(), text.toHtmlEscaped());
    };
    if (c.state == Candidate::Waiting) return colored(tr("waiting"), th.soft);
    if (c.state == Candidate::Judging) return colored(tr("trying…"), th.soft);
    if (c.state == Candidate::Failed) return colored(tr("cannot be tried: %1").arg(c.sentence), th.ink);
    QStringList parts;
    const QColor color = c.verdict.fixes_all() ? th.moving : c.verdict.fixed.empty() ? th.candidate : th.ray;
    for (const VerdictPart& part : verdict_parts(c.verdict)) {
        const QString text = colored(QString::fromStdString(part.text), parts.isEmpty() ? color : th.ink);
        parts << (part.list == VerdictPart::None ? text
                                                 : QString("<a href=\"%1\">%2</a>").arg(part.list).arg(text));
    }
    if (session_.is_check(index_)) parts << colored(tr("kept as a check"), th.soft);
    return parts.join(" · ");
}

/// For each number of the fix: which values work.
void FixCard::add_ranges(QVBoxLayout& column, const Candidate& c) {
    if (c.range) {
        const Range& range = *c.range;
        auto* line = new QLabel(QString("%1: %2").arg(
            QString::fromStdString(range.number.name),
            c.seeking ? tr("%1 values tried…").arg(range.points.size())
                      : QString::fromStdString(works_line(range, *session_.recording()))));
        line->setFont(type(12)), line->setWordWrap(true), line->setTextFormat(Qt::PlainText);
        band_ = new RangeBand(session_, index_, this);
        column.addSpacing(4), column.addWidget(line), column.addWidget(band_);
    }
    for (const FixNumber& n : numbers_of(c.fix)) {
        const bool moves_not = std::string_view(n.knob->key) == "move" && n.value == 0.0;
        if (moves_not || (c.range && c.range->number.name == n.name)) continue;
        auto* ask = new QPushButton(tr("Which values of %1 work?").arg(QString::fromStdString(n.name)));
        ask->setFont(type(12));
        ask->setToolTip(tr("Tries values beside this one and shows where they begin and cease to work"));
        connect(ask, &QPushButton::clicked, this,
                [&session = session_, index = index_, n] { session.seek_range(index, n); });
        column.addSpacing(4), column.addWidget(ask, 0, Qt::AlignLeft);
        asks_.push_back(ask);
    }
}

/// How safe it is: its finding moved again from many starts.
void FixCard::add_shake(QVBoxLayout& column, const Candidate& c) {
    if (!reproduces(c.verdict)) return;
    if (c.shake || c.shaking) {
        QString text = c.shaking ? tr("%1 of 1000 starts tried…").arg(c.shaken)
                                 : QString::fromStdString(shake_line(*c.shake));
        if (c.shake)
            for (const std::string& trait : in_common(*c.shake))
                text += "\n· " + QString::fromStdString(trait);
        shaken_ = new QLabel(text);
        shaken_->setFont(type(12)), shaken_->setWordWrap(true), shaken_->setTextFormat(Qt::PlainText);
        column.addSpacing(4), column.addWidget(shaken_);
        return;
    }
    shake_ = new QPushButton(tr("How safe is it?"));
    shake_->setFont(type(12));
    shake_->setToolTip(tr("Tries 1000 other starts: a little earlier or later, aside, faster, turned"));
    connect(shake_, &QPushButton::clicked, this,
            [&session = session_, index = index_] { session.shake_candidate(index); });
    column.addSpacing(4), column.addWidget(shake_, 0, Qt::AlignLeft);
}

void FixCard::open_list(VerdictPart::List list) {
    const Candidate* c = candidate();
    if (!c || c->state != Candidate::Judged) return;
    constexpr std::size_t most = 40; // entries of a menu
    const std::vector<VerdictEntry> all = entries_of(c->verdict, list, *session_.recording());
    if (all.empty()) return;
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    for (std::size_t i = 0; i < std::min(most, all.size()); ++i)
        menu->addAction(QString(all[i].text).replace("&", "&&"), this,
                        [this, to = all[i].moment] { session_.set_moment(to); });
    if (all.size() > most) menu->addAction(tr("and %1 more").arg(all.size() - most))->setEnabled(false);
    menu->popup(verdict_->mapToGlobal(QPoint(0, verdict_->height())));
}

void FixCard::choose() {
    const Candidate* c = candidate();
    if (c && c->state != Candidate::Advice)
        session_.choose_candidate(session_.candidate() == index_ ? -1 : index_);
}

void FixCard::mouseReleaseEvent(QMouseEvent* e) {
    if (e->button() == Qt::LeftButton && rect().contains(e->position().toPoint())) choose();
}

void FixCard::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Space || e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) return choose();
    QFrame::keyPressEvent(e);
}

void FixCard::contextMenuEvent(QContextMenuEvent* e) {
    const Candidate* c = candidate();
    if (!c) return;
    QMenu menu;
    if (c->state != Candidate::Advice)
        menu.addAction(session_.candidate() == index_ ? tr("Hide in the view") : tr("Show in the view"), this,
                       &FixCard::choose);
    if (c->state == Candidate::Judged)
        menu.addAction(tr("Copy the verdict"), this, [this] {
            if (const Candidate* now = candidate())
                QApplication::clipboard()->setText(
                    QString::fromStdString(text_of(now->verdict, *session_.recording())));
        });
    const bool check = session_.is_check(index_);
    if (check || (c->state == Candidate::Judged && c->verdict.fixes_all() && !c->verdict.nothing_to_fix()))
        menu.addAction(check ? tr("No longer a check") : tr("Keep as a check"), this,
                       [this, check] { session_.keep_check(index_, !check); });
    if (session_.is_own(index_))
        menu.addAction(tr("Remove"), this, [this] { session_.remove_candidate(index_); });
    if (!menu.isEmpty()) menu.exec(e->globalPos());
}

void FixCard::paintEvent(QPaintEvent*) {
    const Theme& th = Theme::current();
    const bool chosen = session_.candidate() == index_;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(hasFocus() ? QPen(th.ink, 1.6) : QPen(chosen ? th.candidate : th.rule, chosen ? 1.6 : 1.0));
    p.setBrush(chosen ? th.chosen : th.paper);
    p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 4, 4);
    p.fillRect(QRectF(1, 4, 3, height() - 8.0), th.candidate);
}

// ---- all of them

FixesPanel::FixesPanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 8, 14, 10), column->setSpacing(6);
    auto* head = new QHBoxLayout;
    auto* title = new QLabel(tr("Fixes"));
    title->setFont(type(14, true));
    count_ = new QLabel, note_ = new QLabel;
    for (QLabel* l : {count_, note_}) l->setFont(type(12)), l->setForegroundRole(QPalette::PlaceholderText);
    note_->setWordWrap(true);
    head->addWidget(title), head->addStretch(), head->addWidget(count_);
    list_ = new QVBoxLayout;
    list_->setSpacing(6);
    add_ = new QPushButton(tr("New candidate fix…"));
    add_->setToolTip(tr("Change a collider or how a body moves, and see whether that fixes the fault (C)"));
    connect(add_, &QPushButton::clicked, this, &FixesPanel::new_candidate);
    without_success_ = new QPushButton;
    without_success_->setCheckable(true), without_success_->setFlat(true),
        without_success_->setFont(type(12));
    without_success_->setToolTip(tr("Suggestions that were tried on this recording and fix nothing"));
    connect(without_success_, &QPushButton::toggled, this, &FixesPanel::rebuild);
    column->addLayout(head), column->addWidget(note_), column->addLayout(list_),
        column->addWidget(add_, 0, Qt::AlignLeft), column->addStretch();
    for (auto signal : {&Session::recording_changed, &Session::candidates_changed, &Session::finding_changed})
        connect(&session_, signal, this, &FixesPanel::rebuild);
    rebuild();
}

void FixesPanel::rebuild() {
    const bool focused = std::any_of(cards_.begin(), cards_.end(), [](FixCard* c) { return c->hasFocus(); });
    for (FixCard* card : cards_) card->hide(), card->deleteLater();
    cards_.clear();
    const auto& all = session_.candidates();
    for (std::size_t i = 0; i < all.size(); ++i) {
        cards_.push_back(new FixCard(session_, static_cast<int>(i), this));
    }
    list_->removeWidget(without_success_);
    std::size_t failed = 0;
    for (const int i : ranked(session_)) {
        FixCard* card = cards_[static_cast<std::size_t>(i)];
        const bool nothing = fixes_nothing(session_, i);
        if (nothing && failed++ == 0) list_->addWidget(without_success_, 0, Qt::AlignLeft);
        list_->addWidget(card);
        if (list_->count() > 1) setTabOrder(list_->itemAt(list_->count() - 2)->widget(), card);
        card->setVisible(!nothing || i == session_.candidate() || without_success_->isChecked());
    }
    without_success_->setText(failed == 1 ? tr("1 tried without success")
                                          : tr("%1 tried without success").arg(failed));
    without_success_->setVisible(failed > 0);
    if (focused && session_.candidate() >= 0)
        cards_[static_cast<std::size_t>(session_.candidate())]->setFocus();
    count_->setText(all.empty()       ? QString()
                    : all.size() == 1 ? tr("1 candidate")
                                      : tr("%1 candidates").arg(all.size()));
    note_->setText(session_.finding()
                       ? tr("No change is suggested for this finding.")
                       : tr("Choose a finding. Each change that it suggests is tried on this recording."));
    note_->setVisible(all.empty());
    add_->setEnabled(session_.recording() != nullptr);
}

void FixesPanel::new_candidate() {
    if (!session_.recording()) return;
    CandidateDialog dialog(session_, this);
    if (dialog.exec() == QDialog::Accepted) session_.add_candidate(dialog.fix());
}

} // namespace oddbounce
