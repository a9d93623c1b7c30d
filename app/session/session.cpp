// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/session.hpp"

#include "listener.hpp"
#include "recording/files.hpp"
#include "recording/log.hpp"
#include "session/picture_cache.hpp"

#include <cmath>
#include <utility>

namespace oddbounce {

Pose Instant::pose(Slot body) const { return now->motion_since(*before, body).at(fraction); }

bool Instant::present(Slot body) const {
    const auto i = static_cast<std::size_t>(body);
    return now->bodies()[i].def && now->bodies()[i].present &&
           (fraction >= 1.0 || (before->bodies()[i].present && !now->bodies()[i].fresh));
}

Session::Session(QObject* parent) : QObject(parent), pictures_(std::make_unique<PictureCache>()) {
    connect(pictures_.get(), &PictureCache::arrived, this, &Session::pictures_changed);
    connect(&read_work_, &Background::failed, this, [this](const QString& sentence) {
        not_read();
        emit refused(sentence);
    });
    connect(&scan_work_, &Background::failed, this, [this](const QString& sentence) {
        scanning_ = false;
        emit scan_changed();
        emit said(sentence);
    });
    connect(&clip_work_, &Background::failed, this, &Session::said);
    connect(&range_work_, &Background::failed, this, [this](const QString& sentence) {
        for (Candidate& c : candidates_) c.stop_seeking();
        emit candidates_changed();
        emit said(sentence);
    });
    grow_.setInterval(100);
    connect(&grow_, &QTimer::timeout, this, &Session::grow);
    connect(&try_work_, &Background::failed, this, [this](const QString& sentence) {
        for (Candidate& c : candidates_)
            if (c.state == Candidate::Judging) c.state = Candidate::Failed, c.sentence = sentence;
        emit candidates_changed();
        judge_next();
    });
}

Session::~Session() {
    listener_.reset();
    for (Background* work : {&read_work_, &scan_work_, &try_work_, &range_work_, &clip_work_, &preview_work_})
        work->stop();
}

namespace {

/// Null: stopped. Throws BadInput where it cannot be used.
std::shared_ptr<const Recording> usable(const QString& path, Control* control, const Begun& begun = nullptr) {
    const std::shared_ptr<const Recording> r = read_recording(path.toStdString(), control, begun);
    if (r && r->empty()) throw BadInput(path.toStdString(), 0, "contains no frames, expected at least one");
    return r;
}

} // namespace

bool Session::open(const QString& path, QString& error) {
    stop_loading();
    try {
        take(usable(path, nullptr), path);
    } catch (const std::exception& e) {
        error = QString::fromUtf8(e.what());
        return false;
    }
    scan_now();
    return true;
}

void Session::load(const QString& path) {
    stop_loading();
    auto fresh = std::make_shared<std::shared_ptr<const Recording>>();
    loading_ = path;
    read_work_.run(
        [this, path, fresh](Background::Work& work) {
            *fresh = usable(path, &work, [&](const std::shared_ptr<const Recording>& r) {
                work.post([this, r, path] { show_early(r, path); });
            });
        },
        [this, path, fresh] {
            loading_.clear();
            emit loading_changed();
            if (*fresh && *fresh != recording_) take(std::move(*fresh), path);
            before_early_.reset();
            grow();
            scan_now();
        });
    emit loading_changed();
}

/// The first frames of a log that is still read. Judged when it is whole.
void Session::show_early(std::shared_ptr<const Recording> r, const QString& path) {
    const auto before = recording_;
    const QString path_before = path_;
    take(std::move(r), path);
    before_early_ = before, path_before_early_ = path_before;
    grow_.start();
}

void Session::stop_loading() {
    if (loading_.isEmpty()) return;
    read_work_.stop();
    not_read();
}

/// What was shown of it goes; what was there before comes back.
void Session::not_read() {
    const bool early = recording_ && recording_->file == loading_.toStdString() && !recording_->complete();
    loading_.clear();
    emit loading_changed();
    const auto before = std::move(before_early_);
    before_early_.reset();
    if (before) {
        take(before, path_before_early_);
        scan_now();
    } else if (early)
        emit closed();
}

const PictureCache* Session::pictures() const {
    return shows_pictures_ && pictures_->any() ? pictures_.get() : nullptr;
}

void Session::set_shows_pictures(bool shows) {
    shows_pictures_ = shows;
    emit pictures_changed();
}

void Session::wait_for_pictures() { pictures_->set_waits(true); }

void Session::take(std::shared_ptr<const Recording> recording, const QString& path) {
    scan_work_.stop(), try_work_.stop(), range_work_.stop(), preview_work_.stop();
    lost_ = live_ = follows_ = false, grown_to_ = recording->size();
    grow_.stop(), scanning_ = complete_ = false;
    recording_ = std::move(recording);
    pictures_->set_recording(recording_);
    path_ = path, moment_ = first_moment(), instant_ = {}, instant_moment_ = -1.0;
    findings_.clear(), encounters_.clear(), finding_.clear(), candidates_.clear(), case_ = {},
                                                                                   hidden_.clear();
    body_ = -1, section_.reset(), outside_.reset(), candidate_ = -1, awaited_.clear(),
    asks_what_stops_ = false, awaits_worst_ = false;
    not_judged_.clear(), coverage_ = {};
    undo_.clear();
    load_case(), load_project();
    emit recording_changed();
    emit findings_changed();
    emit finding_changed();
    emit body_changed();
    emit candidates_changed();
    emit notes_changed();
    emit moment_changed();
    if (const auto warnings = recording_->warnings(); !warnings.empty())
        emit said(QString::fromStdString(warnings.front()));
}

void Session::scan_now() {
    scanning_ = true, complete_ = false;
    try_cache_ = std::make_shared<TryCache>();
    emit scan_changed();
    auto result = std::make_shared<Scan>();
    auto met = std::make_shared<std::deque<Encounter>>();
    const bool growing = !recording_->complete();
    scan_work_.run(
        [this, recording = recording_, result, met, growing, project = judged_by()](Background::Work& work) {
            ScanOptions options;
            options.project = project;
            options.control = &work;
            options.accounts = false;
            options.encounter = [&](Encounter&& e) {
                if (growing)
                    work.post([this, e = std::make_shared<Encounter>(std::move(e))] {
                        encounters_.push_back(std::move(*e));
                    });
                else
                    met->push_back(std::move(e));
            };
            options.found = [&](const Finding& f) { work.post([this, f] { take_finding(f); }); };
            *result = scan(*recording, options);
        },
        [this, result, met, growing] {
            if (!growing) encounters_ = std::move(*met);
            not_judged_ = result->not_judged, coverage_ = result->coverage,
            findings_ = std::move(result->findings);
            scanning_ = false, complete_ = result->complete;
            judged_by().mark(findings_); // it may have been marked meanwhile
            emit scan_changed();
            emit findings_changed();
            choose_awaited();
            if (std::exchange(awaits_worst_, false) && finding_.isEmpty()) show_worst();
            suggest();
        });
}

void Session::stop_scan() {
    if (!scanning_) return;
    scan_work_.stop();
    scanning_ = false, complete_ = false;
    emit scan_changed();
}

void Session::take_finding(const Finding& f) {
    const auto at =
        std::upper_bound(findings_.begin(), findings_.end(), f, [](const Finding& a, const Finding& b) {
            return a.weight != b.weight ? a.weight > b.weight
                   : a.first != b.first ? a.first < b.first
                                        : a.id < b.id;
        });
    findings_.insert(at, f);
    emit findings_changed();
    choose_awaited();
}

double Session::last_moment() const { return recording_ ? static_cast<double>(recording_->size() - 1) : 0.0; }

void Session::set_moment(double moment) {
    if (!recording_) return;
    const double near = std::round(moment);
    const double now =
        std::clamp(std::abs(moment - near) <= moment_snap ? near : moment, first_moment(), last_moment());
    if (now == moment_) return;
    if (std::exchange(follows_, false)) emit live_changed();
    moment_ = now;
    emit moment_changed();
}

Instant Session::instant_at(double moment) const {
    Instant out;
    const double whole = std::ceil(std::clamp(moment, first_moment(), last_moment()) - 1e-9);
    out.index = static_cast<std::size_t>(whole);
    out.fraction = out.index == 0 ? 1.0 : std::clamp(1.0 - (whole - moment), 0.0, 1.0);
    out.frame = frame(out.index);
    out.before = std::make_shared<const World>(out.index == 0 ? world_at(0) : world_before(out.index));
    World now = *out.before;
    if (out.index > 0) now.step(*out.frame);
    out.now = std::make_shared<const World>(std::move(now));
    return out;
}

Instant instant_of(const Recording& r, double moment) {
    Instant out;
    const double last = static_cast<double>(r.size()) - 1.0,
                 whole = std::ceil(std::clamp(moment, static_cast<double>(r.begin()), last) - 1e-9);
    out.index = static_cast<std::size_t>(whole);
    out.fraction = out.index == 0 ? 1.0 : std::clamp(1.0 - (whole - moment), 0.0, 1.0);
    out.frame = r.frame(out.index);
    World now = out.index == 0 ? r.world_at(0) : r.world_before(out.index);
    out.before = std::make_shared<const World>(now);
    if (out.index > 0) now.step(*out.frame);
    out.now = std::make_shared<const World>(std::move(now));
    return out;
}

void Session::lost(const std::exception& why) const {
    if (std::exchange(lost_, true)) return;
    auto* self = const_cast<Session*>(this); // it may be painting that asked: say it later
    QMetaObject::invokeMethod(
        self, [self, sentence = QString::fromUtf8(why.what())] { emit self->said(sentence); },
        Qt::QueuedConnection);
}

World Session::world_before(std::size_t index) const {
    try {
        return recording_->world_before(index);
    } catch (const BadInput& e) {
        lost(e);
        return World(*recording_);
    }
}

World Session::world_at(std::size_t index) const {
    try {
        return recording_->world_at(index);
    } catch (const BadInput& e) {
        lost(e);
        return World(*recording_);
    }
}

std::shared_ptr<const Frame> Session::frame(std::size_t index) const {
    try {
        return recording_->frame(index);
    } catch (const BadInput& e) {
        lost(e);
        return std::make_shared<const Frame>();
    }
}

const Instant& Session::instant() const {
    if (instant_moment_ != moment_ || !instant_.now) {
        const double whole = std::ceil(moment_ - 1e-9);
        if (instant_.now && instant_moment_ >= 0.0 && static_cast<std::size_t>(whole) == instant_.index &&
            instant_.index > 0)
            instant_.fraction = std::clamp(1.0 - (whole - moment_), 0.0, 1.0);
        else
            instant_ = instant_at(moment_);
        instant_moment_ = moment_;
    }
    return instant_;
}

QString Session::text_of_moment(double moment) const {
    if (!recording_) return {};
    const double whole = std::floor(moment + 1e-9), rest = moment - whole;
    const auto number = recording_->number(static_cast<std::size_t>(whole));
    return rest < 1e-6 ? tr("frame %1").arg(number)
                       : tr("frame %1 + %2 %").arg(number).arg(qRound(rest * 100.0));
}

const Finding* Session::finding() const {
    const int row = finding_row();
    if (row < 0) return nullptr;
    Finding& f = findings_[static_cast<std::size_t>(row)];
    try {
        describe(*recording_, f);
    } catch (const std::exception& e) {
        lost(e);
    }
    return &f;
}

int Session::finding_row() const {
    for (std::size_t i = 0; i < findings_.size(); ++i)
        if (QString::fromStdString(findings_[i].id) == finding_) return static_cast<int>(i);
    return -1;
}

double Session::touch_moment(const Finding& f) const {
    if (f.shown_at) return std::max(0.0, static_cast<double>(recording_->frame_index(*f.shown_at)));
    const std::ptrdiff_t last = recording_->frame_index(f.fraction < 1.0 ? f.last : f.first);
    return std::max(0.0, static_cast<double>(last) - 1.0 + f.fraction);
}

void Session::choose_finding(const QString& id, bool go) {
    finding_ = id, awaited_.clear();
    const Finding* f = finding();
    if (f) body_ = recording_->body_slot(f->bodies.at(0));
    candidate_ = -1;
    if (f) section_.reset(); // it is seen by its own plane
    if (f && outside_) outside_->at = f->at;
    suggest();
    emit finding_changed();
    emit body_changed();
    if (f && go) set_moment(touch_moment(*f));
}

void Session::return_to(const QString& id) {
    awaited_ = id;
    choose_awaited();
}

void Session::choose_awaited() {
    const bool there = std::any_of(findings_.begin(), findings_.end(), [&](const Finding& f) {
        return QString::fromStdString(f.id) == awaited_;
    });
    if (awaited_.isEmpty() || !there) return;
    choose_finding(std::exchange(awaited_, {}), false);
}

void Session::show_worst() {
    awaits_worst_ = scanning_ || (!complete_ && findings_.empty()); // a scan has not begun yet
    if (awaits_worst_) return;
    const auto worst =
        std::find_if(findings_.begin(), findings_.end(), [](const Finding& f) { return !f.expected; });
    if (worst != findings_.end()) choose_finding(QString::fromStdString(worst->id));
}

void Session::next_finding(int direction) {
    if (findings_.empty()) return;
    const int count = static_cast<int>(findings_.size()), row = finding_row();
    int next = row < 0 ? (direction > 0 ? 0 : count - 1) : (row + direction + count) % count;
    for (int k = 1; k < count && findings_[static_cast<std::size_t>(next)].expected; ++k)
        next = (next + direction + count) % count; // expected ones are skipped
    choose_finding(QString::fromStdString(findings_[static_cast<std::size_t>(next)].id));
}

void Session::go_to_touch() {
    if (!recording_) return;
    if (const Finding* f = finding()) return set_moment(touch_moment(*f));
    // The nearest step in which the chosen body (or any) touches something that it did not touch before.
    double best = -1.0;
    for (const Encounter& e : encounters_) {
        const bool mine = body_ < 0 || e.body_a == body_ || e.body_b == body_;
        if (!mine || e.touches.empty()) continue;
        const auto at = static_cast<double>(e.touches.front().first);
        if (best < 0.0 || std::abs(at - moment_) < std::abs(best - moment_)) best = at;
    }
    if (best < 0.0) return emit said(tr("Nothing touches here."));
    const Instant step = instant_at(best);
    double first = 1.0;
    for (const Encounter& e : encounters_) {
        if (e.touches.empty() || static_cast<double>(e.touches.front().first) != best ||
            !step.now->live(e.a) || !step.now->live(e.b))
            continue;
        const auto& a = step.now->colliders()[static_cast<std::size_t>(e.a)];
        const auto& b = step.now->colliders()[static_cast<std::size_t>(e.b)];
        const Sweep s = sweep(*a.geometry, step.now->motion_since(*step.before, a.body), *b.geometry,
                              step.now->motion_since(*step.before, b.body));
        if (s.status == Status::Found) first = std::min(first, s.first);
    }
    set_moment(best - 1.0 + first);
}

const Sight& Session::section() const {
    if (!section_) section_ = telling_sight(*this);
    return *section_;
}

const Sight& Session::sight() const { return outside_ ? *outside_ : section(); }

void Session::set_sight(const Sight& sight) {
    if (this->sight() == sight) return;
    if (sight.section)
        section_ = sight, outside_.reset();
    else
        outside_ = sight;
    emit sight_changed();
}

void Session::take_telling_sight() {
    section_ = telling_sight(*this);
    emit sight_changed();
}

void Session::choose_body(Slot body) {
    if (body == body_) return;
    body_ = body;
    emit body_changed();
}

void Session::set_hidden(Slot body, bool hidden) {
    if (hidden)
        hidden_.insert(body);
    else
        hidden_.erase(body);
    emit body_changed();
}

void Session::show_all() {
    hidden_.clear();
    emit body_changed();
}

void Session::toggle_alone() {
    if (!recording_) return;
    if (body_ < 0 || !hidden_.empty()) {
        hidden_.clear();
    } else {
        std::set<Slot> near{body_};
        for (const Encounter& e : encounters_)
            if (e.body_a == body_ || e.body_b == body_) near.insert(e.body_a), near.insert(e.body_b);
        for (Slot b = 0; b < static_cast<Slot>(recording_->body_count()); ++b)
            if (!near.count(b)) hidden_.insert(b);
    }
    emit body_changed();
}

void Session::set_asks_what_stops(bool asks) {
    asks_what_stops_ = asks;
    emit body_changed();
}

Does Session::does_to_chosen(Slot other) const {
    const World& w = *instant().now;
    Does most = Does::Ignore;
    if (body_ < 0 || other == body_) return most;
    for (Slot mine : w.colliders_of(body_))
        for (Slot theirs : w.colliders_of(other))
            if (w.live(mine) && w.live(theirs)) most = std::min(most, w.does(mine, theirs));
    return most;
}

} // namespace oddbounce
