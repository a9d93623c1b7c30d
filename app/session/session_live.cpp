// SPDX-License-Identifier: GPL-3.0-or-later
// Recordings that still grow: sessions that a game sends, and long logs while they are read.
#include "session/session.hpp"

#include "listener.hpp"

#include <QDir>
#include <QFileInfo>
#include <QSettings>
#include <QStandardPaths>

namespace oddbounce {

QString Session::sessions_folder() {
    return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) + "/odd-bounce/sessions";
}

bool Session::listen(unsigned short port, double keep_minutes, QString& error) {
    stop_listening();
    if (!QDir().mkpath(sessions_folder())) {
        error = tr("%1: cannot be created; sessions are saved there").arg(sessions_folder());
        return false;
    }
    Listener::Options options;
    QSettings kept; // a game's page names it, so it stays the same
    QString token = kept.value("page token").toString();
    if (token.isEmpty()) kept.setValue("page token", token = QString::fromStdString(new_page_token()));
    options.page_token = token.toStdString();
    options.port = port, options.keep_seconds = keep_minutes * 60.0;
    options.name = [folder = sessions_folder().toStdString()](const Header& h) {
        return free_path(folder, h);
    };
    const auto later = [this](auto&& f) { QMetaObject::invokeMethod(this, f, Qt::QueuedConnection); };
    Listener::Events events;
    events.began = [this, later](std::shared_ptr<const Recording> r, const std::string& path) {
        later([this, r, path] { game_began(r, QString::fromStdString(path)); });
    };
    events.mark = [this, later](const LiveSession::Mark& m) { later([this, m] { take_mark(m); }); };
    events.ended = [this, later](const std::string& sentence, const std::string& path) {
        later([this, sentence, path] {
            if (waiting_ && waiting_path_ == QString::fromStdString(path)) emit live_changed();
            emit said(tr("%1 is over: %2.")
                          .arg(QFileInfo(QString::fromStdString(path)).fileName())
                          .arg(QString::fromStdString(sentence)));
        });
    };
    events.refused = [this, later](const std::string& sentence) {
        later([this, sentence] {
            emit said(tr("A game was refused: %1").arg(QString::fromStdString(sentence)));
        });
    };
    try {
        listener_ = std::make_unique<Listener>(std::move(options), std::move(events));
    } catch (const BadInput& e) {
        error = QString::fromUtf8(e.what());
        return false;
    }
    emit live_changed();
    return true;
}

void Session::stop_listening() {
    if (!listener_) return;
    listener_.reset();
    waiting_.reset();
    emit live_changed();
}

QString Session::page_address() const {
    return listening_at() + "/?token=" + QSettings().value("page token").toString();
}

QString Session::listening_at() const {
    return listener_ ? QString("ws://127.0.0.1:%1").arg(listener_->port()) : QString();
}

bool Session::live() const { return recording_ && live_ && !recording_->complete(); }

/// Nobody is torn away from what they look at: a game is shown at once only where nothing is open, or a
/// session whose newest frames were followed.
void Session::game_began(std::shared_ptr<const Recording> r, const QString& path) {
    waiting_ = std::move(r), waiting_path_ = path;
    if (!recording_ || (live_ && follows_)) return show_waiting();
    emit live_changed();
    emit said(tr("A game is sending frames (%1). F shows it.").arg(QFileInfo(path).completeBaseName()));
}

void Session::show_waiting() {
    if (!waiting_) return;
    stop_loading();
    const auto r = std::move(waiting_);
    waiting_.reset();
    take(r, waiting_path_);
    live_ = follows_ = true;
    scan_now();
    grow_.start();
    emit live_changed();
    set_to_newest();
}

void Session::set_follows(bool follows) {
    if (waiting_ && follows) return show_waiting();
    if (!live_) return;
    follows_ = follows;
    if (follows_) set_to_newest();
    emit live_changed();
}

void Session::set_to_newest() {
    moment_ = last_moment();
    emit moment_changed();
}

void Session::take_mark(const LiveSession::Mark& m) {
    if (!recording_ || !live_) return;
    const std::ptrdiff_t index = recording_->frame_index(m.frame);
    if (index < 0) return;
    Note note;
    note.frame = m.frame, note.text = m.note.empty() ? tr("marked by the game").toStdString() : m.note;
    const World w = world_at(static_cast<std::size_t>(index));
    Slot body = m.about.empty() ? -1 : recording_->body_slot(m.about[0]);
    if (body < 0 && !w.movers().empty()) body = w.movers().front();
    if (body >= 0) note.at = w.body(body).pose.at;
    insert_note(note, tr("Mark of the game"));
}

/// What came since the last time is shown.
void Session::grow() {
    if (!recording_) return grow_.stop();
    const bool complete = recording_->complete();
    if (recording_->size() != grown_to_) {
        grown_to_ = recording_->size();
        forget_dropped();
        emit grown();
        if (live_ && follows_)
            set_to_newest();
        else if (moment_ < first_moment())
            set_moment(first_moment());
    }
    if (!complete) return;
    grow_.stop();
    if (live_) emit live_changed();
}

/// What was found and met in frames that are not kept any more.
void Session::forget_dropped() {
    const std::size_t begin = recording_->begin();
    if (begin == 0) return;
    const std::int64_t oldest = recording_->number(begin);
    std::size_t gone = std::erase_if(findings_, [&](const Finding& f) { return f.first < oldest; });
    // They came in order of their ends.
    for (; !encounters_.empty() && encounters_.front().last < begin; ++gone) encounters_.pop_front();
    if (gone > 0) emit findings_changed(); // lanes point at encounters
}

} // namespace oddbounce
