// SPDX-License-Identifier: GPL-3.0-or-later
#include "findings/why_not_dialog.hpp"

#include "fault/account_text.hpp"
#include "language/language.hpp"
#include "recording/plain_text.hpp"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QVBoxLayout>

namespace oddbounce {

namespace {

constexpr int frame_role = Qt::UserRole;
constexpr double around = 1.0; // seconds before and after the moment that are told of
constexpr double lead = 10.0;  // seconds before them from which rules learn
constexpr std::size_t most_rows = 500;

/// Names come from strangers.
QString shown(const std::string& text) { return QString::fromStdString(plain_text(text, 300)); }

QString frames_text(std::int64_t first, std::int64_t last) {
    return first == last ? QString::number(first) : QString("%1–%2").arg(first).arg(last);
}

} // namespace

WhyNotDialog::WhyNotDialog(Session& session, QWidget* parent)
    : QDialog(parent), session_(session), about_(new QLabel), rest_(new QLabel), reasons_(new QTreeWidget) {
    setWindowTitle(tr("Why not?")), resize(860, 460);
    auto* column = new QVBoxLayout(this);
    for (QLabel* label : {about_, rest_}) label->setWordWrap(true), label->setTextFormat(Qt::PlainText);
    reasons_->setHeaderLabels({tr("fault"), tr("frames"), tr("bodies"), tr("why not")});
    reasons_->setRootIsDecorated(false), reasons_->setAccessibleName(tr("reasons"));
    reasons_->header()->setStretchLastSection(false); // long sentences scroll
    reasons_->header()->setSectionResizeMode(QHeaderView::ResizeToContents);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    column->addWidget(about_), column->addWidget(reasons_, 1), column->addWidget(rest_),
        column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    const auto go = [this](QTreeWidgetItem* item) {
        const Recording* r = session_.recording();
        const std::ptrdiff_t index = r ? r->frame_index(item->data(0, frame_role).toLongLong()) : -1;
        if (index >= 0) session_.set_moment(static_cast<double>(index));
    };
    connect(reasons_, &QTreeWidget::itemClicked, this, go);
    connect(reasons_, &QTreeWidget::itemActivated, this, go);
    soon_.setSingleShot(true), soon_.setInterval(150);
    connect(&soon_, &QTimer::timeout, this, &WhyNotDialog::look);
    for (auto signal : {&Session::moment_changed, &Session::body_changed, &Session::recording_changed,
                        &Session::settings_changed})
        connect(&session_, signal, this, [this] { soon_.start(); });
    connect(&work_, &Background::failed, about_, &QLabel::setText);
    look();
}

void WhyNotDialog::look() {
    const auto r = session_.shared_recording();
    if (!r || r->empty()) return reject();
    const std::size_t now = session_.moment_index(), begin = r->begin(), end = r->size() - 1;
    const auto frames = [&](double seconds) {
        return static_cast<std::size_t>(std::ceil(seconds * r->header.rate));
    };
    const std::size_t first = now > begin + frames(around) ? now - frames(around) : begin,
                      last = std::min(end, now + frames(around));
    ScanOptions options;
    options.project = session_.judged_by(), options.dismissed = true;
    options.first = first > begin + frames(lead) ? first - frames(lead) : begin;
    options.last = std::min(end, last + frames(around)); // what a rule waits for
    const Range range{r->number(first), r->number(now), r->number(last)};
    const Slot body = session_.body();
    const Id id = body >= 0 ? r->body_id(body) : 0;
    about_->setText(body >= 0 ? tr("What the rules considered of %1 about frame %2, and why they did not "
                                   "report it. Bold: at this "
                                   "frame.")
                                    .arg(shown(the(body_name(*r, id))))
                                    .arg(range.now)
                              : tr("What the rules considered about frame %1, and why they did not report "
                                   "it. Bold: at this frame. "
                                   "Choose a body to see its part only.")
                                    .arg(range.now));
    auto result = std::make_shared<Scan>();
    work_.run(
        [r, options, result](Background::Work& work) mutable {
            options.control = &work, options.accounts = false;
            *result = scan(*r, options);
        },
        [this, result, range, id, body] { list(*result, range, id, body >= 0); });
}

void WhyNotDialog::add(const QString& fault, std::int64_t first, std::int64_t last, const QString& who,
                       const QString& why, const Range& range) {
    auto* item = new QTreeWidgetItem({fault, frames_text(first, last), who, why});
    item->setData(0, frame_role, static_cast<qlonglong>(std::max(first, range.first)));
    if (first <= range.now && range.now <= last)
        for (int c = 0; c < 4; ++c) {
            QFont bold = item->font(c);
            bold.setBold(true), item->setFont(c, bold);
        }
    reasons_->addTopLevelItem(item);
}

void WhyNotDialog::list(const Scan& scan, const Range& range, Id body, bool of_body) {
    reasons_->clear();
    const auto concerns = [&](const auto& one) {
        return one.first <= range.last && one.last >= range.first &&
               (!of_body || std::find(one.bodies.begin(), one.bodies.end(), body) != one.bodies.end());
    };
    const auto distance = [&](const Dismissal& d) { // frames from the moment
        return std::max({std::int64_t(0), d.first - range.now, range.now - d.last});
    };
    std::set<std::string> considered;
    for (const Finding& f : scan.findings)
        if (concerns(f)) {
            considered.insert(f.fault);
            add(title_of(f), f.first, f.last, headline_text(f), tr("It was found."), range);
        }
    std::vector<const Dismissal*> told;
    for (const Dismissal& d : scan.dismissed)
        if (concerns(d)) told.push_back(&d), considered.insert(d.fault);
    std::stable_sort(told.begin(), told.end(),
                     [&](const Dismissal* a, const Dismissal* b) { return distance(*a) < distance(*b); });
    if (told.size() > most_rows) told.resize(most_rows);
    for (const Dismissal* d : told)
        if (const Fault* fault = fault_by_id(d->fault))
            add(core_text(fault->title), d->first, d->last, shown(subject_text(*d)), shown(d->text), range);
    const auto others = static_cast<int>(scan.judged.size()) - static_cast<int>(considered.size());
    QString rest = tr("%n other faults were judged and saw nothing of their kind here.", nullptr, others);
    if (!scan.coverage.whole())
        rest += ' ' + QString::fromStdString(text_of(scan.coverage)).remove('`') + '.';
    rest_->setText(rest);
}

} // namespace oddbounce
