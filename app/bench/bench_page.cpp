// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/bench_page.hpp"

#include "findings/findings_model.hpp"
#include "fixes/loop_html.hpp"
#include "fixes/ranking.hpp"
#include "language/language.hpp"
#include "theme/theme.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QInputDialog>
#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

namespace oddbounce {

BenchPage::BenchPage(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    across_ = new QSplitter(Qt::Horizontal);
    across_->addWidget(left_side()), across_->addWidget(right_side());
    across_->setSizes({360, 920}), across_->setStretchFactor(1, 1);
    across_->setHandleWidth(1), across_->setChildrenCollapsible(false);
    row->addWidget(across_);
    for (auto signal : {&Session::candidates_changed, &Session::finding_changed, &Session::recording_changed})
        connect(&session_, signal, this, &BenchPage::refresh);
    refresh();
}

QWidget* BenchPage::left_side() {
    auto* side = new QWidget;
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(14, 10, 14, 10), column->setSpacing(6);
    finding_ = new QLabel, name_ = new QLabel, verdict_ = new QLabel, loop_ = new QLabel;
    finding_->setFont(type(12)), finding_->setForegroundRole(QPalette::PlaceholderText);
    name_->setFont(type(14, true)), verdict_->setFont(type(12));
    for (QLabel* l : {finding_, name_, verdict_, loop_}) l->setWordWrap(true);
    for (QLabel* l : {finding_, name_, verdict_}) l->setTextFormat(Qt::PlainText);
    loop_->setTextFormat(Qt::RichText), loop_->setFont(type(12));
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(4);
    auto* fresh = new QPushButton(tr("New…"));
    connect(fresh, &QPushButton::clicked, this, &BenchPage::wants_candidate);
    copy_ = new QPushButton(tr("Duplicate")), rename_ = new QPushButton(tr("Rename…")),
    remove_ = new QPushButton(tr("Remove"));
    connect(copy_, &QPushButton::clicked, this, [this] {
        Fix fix = session_.candidates()[static_cast<std::size_t>(session_.candidate())].fix;
        fix.name += tr(" (copy)").toStdString();
        session_.add_candidate(fix);
    });
    connect(rename_, &QPushButton::clicked, this, &BenchPage::rename);
    connect(remove_, &QPushButton::clicked, this,
            [this] { session_.remove_candidate(session_.candidate()); });
    for (QPushButton* b : {fresh, copy_, rename_, remove_}) b->setFont(type(12)), buttons->addWidget(b);
    buttons->addStretch();
    knobs_ = new KnobPanel(session_);
    ask_shake_ = new QPushButton(tr("How safe is it?")), ask_sides_ = new QPushButton(tr("From all sides?")),
    keep_ = new QPushButton(tr("Keep as a check"));
    ask_shake_->setToolTip(tr("Tries 1000 other starts: a little earlier or later, aside, faster, turned"));
    ask_sides_->setToolTip(
        tr("Has the body come to every side of what it met, also with the angle mirrored"));
    keep_->setCheckable(true);
    keep_->setToolTip(tr("\"oddb guard\" then fails if the fix ever ceases to hold"));
    connect(ask_shake_, &QPushButton::clicked, this,
            [this] { session_.shake_candidate(session_.candidate()); });
    connect(ask_sides_, &QPushButton::clicked, this, [this] { session_.try_sides(session_.candidate()); });
    connect(keep_, &QPushButton::clicked, this,
            [this](bool on) { session_.keep_check(session_.candidate(), on); });
    auto* asks = new QHBoxLayout;
    asks->setSpacing(4);
    asks->addWidget(ask_shake_), asks->addWidget(ask_sides_), asks->addStretch();
    auto* keeps = new QHBoxLayout;
    keeps->addWidget(keep_), keeps->addStretch();
    column->addWidget(finding_), column->addWidget(name_), column->addWidget(verdict_);
    column->addLayout(buttons), column->addSpacing(4), column->addWidget(knobs_);
    column->addLayout(asks), column->addLayout(keeps), column->addSpacing(6), column->addWidget(loop_),
        column->addStretch();
    auto* area = new QScrollArea;
    area->setWidget(side), area->setWidgetResizable(true), area->setFrameShape(QFrame::NoFrame);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff), area->setFocusPolicy(Qt::NoFocus);
    area->setMinimumWidth(280);
    return area;
}

QWidget* BenchPage::right_side() {
    view_ = new BenchView(session_), range_ = new RangeChart(session_), shake_ = new ShakeChart(session_),
    sides_ = new SidesChart(session_), comparison_ = new Comparison(session_);
    auto* bar = new QWidget;
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(12, 3, 12, 3), row->setSpacing(10);
    overlay_ = new QCheckBox(tr("One over the other"));
    overlay_->setFont(type(12)), overlay_->setToolTip(tr("Draws both in one picture (Shift+B)"));
    connect(overlay_, &QCheckBox::toggled, this, [this](bool on) { view_->set_overlaid(on); });
    to_difference_ = new QPushButton;
    to_difference_->setFont(type(12));
    connect(to_difference_, &QPushButton::clicked, this, [this] {
        if (const std::optional<double> at = view_->first_difference()) session_.set_moment(*at);
    });
    trait_ = new QComboBox;
    trait_->setFont(type(12)), trait_->setAccessibleName(tr("what of the starts is drawn"));
    for (const QString& name :
         {tr("place along the way"), tr("place across the way"), tr("speed"), tr("direction")})
        trait_->addItem(name);
    connect(trait_, &QComboBox::activated, this,
            [this](int i) { shake_->set_trait(static_cast<ShakeChart::Trait>(i)); });
    row->addWidget(overlay_), row->addWidget(to_difference_), row->addStretch();
    auto* caption = new QLabel(tr("Starts by"));
    caption->setFont(type(12)), caption->setForegroundRole(QPalette::PlaceholderText);
    row->addWidget(caption), row->addWidget(trait_);
    auto* charts = new QSplitter(Qt::Horizontal);
    charts->addWidget(range_), charts->addWidget(shake_), charts->addWidget(sides_);
    charts->setSizes({330, 380, 230});
    auto* lower = new QWidget;
    auto* low = new QVBoxLayout(lower);
    low->setContentsMargins(0, 0, 0, 0), low->setSpacing(0);
    low->addWidget(bar), low->addWidget(charts, 1);
    auto* down = new QSplitter(Qt::Vertical);
    down->addWidget(view_), down->addWidget(lower), down->addWidget(comparison_);
    down->setSizes({360, 190, 150}), down->setStretchFactor(0, 1);
    for (QSplitter* s : {charts, down}) s->setHandleWidth(1), s->setChildrenCollapsible(false);
    return down;
}

void BenchPage::toggle_overlay() { overlay_->toggle(); }

void BenchPage::rename() {
    const int i = session_.candidate();
    if (!session_.is_own(i)) return;
    Fix fix = session_.candidates()[static_cast<std::size_t>(i)].fix;
    bool ok = false;
    const QString name = QInputDialog::getText(this, tr("Rename the candidate fix"), tr("name"),
                                               QLineEdit::Normal, QString::fromStdString(fix.name), &ok);
    if (!ok || name.trimmed().isEmpty()) return;
    fix.name = name.trimmed().toStdString();
    session_.replace_candidate(i, fix);
}

void BenchPage::showEvent(QShowEvent* e) {
    QWidget::showEvent(e);
    view_->look_at_finding();
    choose_best();
}

void BenchPage::choose_best() {
    const auto& all = session_.candidates();
    const auto busy = [](const Candidate& c) {
        return c.state == Candidate::Waiting || c.state == Candidate::Judging;
    };
    if (!isVisible() || session_.candidate() >= 0 || std::ranges::any_of(all, busy)) return;
    for (const int i : ranked(session_))
        if (all[static_cast<std::size_t>(i)].state != Candidate::Advice) return session_.choose_candidate(i);
}

void BenchPage::refresh() {
    choose_best();
    const auto i = static_cast<std::size_t>(session_.candidate());
    const bool any = session_.candidate() >= 0 && i < session_.candidates().size();
    const Candidate* c = any ? &session_.candidates()[i] : nullptr;
    const bool judged = c && c->state == Candidate::Judged;
    finding_->setText(session_.finding() ? title_and_headline(*session_.finding())
                                         : tr("Choose a finding on the review page (N)."));
    name_->setText(c ? QString::fromStdString(c->fix.name) : tr("no candidate fix is chosen"));
    verdict_->setText(!c                              ? tr("Choose one in the table, or make one.")
                      : judged                        ? QString::fromStdString(verdict_line(c->verdict))
                      : c->state == Candidate::Failed ? tr("cannot be tried: %1").arg(c->sentence)
                      : c->state == Candidate::Advice ? tr("advice")
                                                      : tr("trying…"));
    const bool loop = judged && (c->verdict.loop || c->verdict.engine);
    loop_->setText(loop ? loop_html(c->verdict, *session_.recording()) : QString()), loop_->setVisible(loop);
    const bool own = any && session_.is_own(session_.candidate());
    copy_->setEnabled(c && c->state != Candidate::Advice), rename_->setEnabled(own), remove_->setEnabled(own);
    ask_shake_->setEnabled(judged && reproduces(c->verdict) && !c->shaking);
    ask_shake_->setText(c && c->shaking ? tr("%1 of 1000 starts tried…").arg(c->shaken)
                                        : tr("How safe is it?"));
    ask_sides_->setEnabled(judged && reproduces(c->verdict) && !c->verdict.engine && !c->siding);
    ask_sides_->setText(c && c->siding ? tr("trying…") : tr("From all sides?"));
    const bool check = any && session_.is_check(session_.candidate());
    keep_->setChecked(check);
    keep_->setEnabled(check || (judged && c->verdict.fixes_all() && !c->verdict.nothing_to_fix()));
    const std::optional<double> differs = view_->first_difference();
    to_difference_->setEnabled(differs.has_value());
    to_difference_->setText(differs ? tr("First difference: frame %1").arg(*c->verdict.first_difference)
                                    : tr("No difference"));
}

} // namespace oddbounce
