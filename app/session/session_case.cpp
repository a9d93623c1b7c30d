// SPDX-License-Identifier: GPL-3.0-or-later
// What the person makes of a recording: candidates and their verdicts, notes, clips, marks,
// the case file; and the thresholds of the project.
#include "session/session.hpp"

#include "fault/shrink.hpp"
#include "recording/clip.hpp"
#include "recording/files.hpp"

#include <QFile>
#include <QFileInfo>
#include <QUndoCommand>

#include <cmath>

namespace oddbounce {

// ---- candidates

/// Undo step: the person's case before and after.
class CaseEdit : public QUndoCommand {
  public:
    CaseEdit(Session& session, Case after, const QString& text)
        : QUndoCommand(text), session_(session), before_(session.case_), after_(std::move(after)) {}
    void undo() override { session_.set_case(before_); }
    void redo() override { session_.set_case(after_); }

  private:
    Session& session_;
    Case before_, after_;
};

void Session::edit(Case after, const QString& what) {
    undo_.push(new CaseEdit(*this, std::move(after), what));
}

void Session::set_case(const Case& now) {
    const bool fixes = json_of(now, "")["fixes"] != json_of(case_, "")["fixes"],
               expected = now.expected != case_.expected;
    case_ = now;
    save_case();
    emit notes_changed();
    if (expected) mark_again();
    if (!fixes && !expected) return emit candidates_changed(); // a check is kept, or dropped
    candidate_ = -1;
    suggest();
}

void Session::add_candidate(const Fix& fix) {
    Case after = case_;
    after.fixes.push_back(fix);
    edit(std::move(after), tr("Add candidate fix"));
    choose_candidate(static_cast<int>(candidates_.size()) - 1);
}

void Session::replace_candidate(int index, const Fix& fix) {
    const int first_own = static_cast<int>(candidates_.size() - case_.fixes.size());
    if (index < first_own)
        return add_candidate(fix); // a suggestion stays; the change becomes the person's own
    Case after = case_;
    after.fixes[static_cast<std::size_t>(index - first_own)] = fix;
    edit(std::move(after), tr("Change candidate fix"));
    choose_candidate(index);
}

bool Session::is_check(int index) const {
    if (index < 0 || index >= static_cast<int>(candidates_.size())) return false;
    const Fix& fix = candidates_[static_cast<std::size_t>(index)].fix;
    return std::ranges::any_of(case_.checks, [&](const Check& c) {
        return c.holds && c.holds->name == fix.name && c.holds->changes == fix.changes;
    });
}

void Session::keep_check(int index, bool keep) {
    if (index < 0 || index >= static_cast<int>(candidates_.size()) || keep == is_check(index)) return;
    const Fix& fix = candidates_[static_cast<std::size_t>(index)].fix;
    Case after = case_;
    std::erase_if(after.checks, [&](const Check& c) {
        return c.holds && c.holds->name == fix.name && c.holds->changes == fix.changes;
    });
    if (keep) after.checks.push_back({"", {}, fix});
    edit(std::move(after), keep ? tr("Keep as a check") : tr("Drop the check"));
    emit said(
        keep ? tr("Kept as a check in %1. \"oddb guard\" runs it.").arg(QFileInfo(case_path()).fileName())
             : tr("The check is dropped."));
}

bool Session::is_own(int index) const {
    const int first_own = static_cast<int>(candidates_.size() - case_.fixes.size());
    return index >= first_own && index < static_cast<int>(candidates_.size());
}

void Session::remove_candidate(int index) {
    const int first_own = static_cast<int>(candidates_.size() - case_.fixes.size());
    if (index < first_own || index >= static_cast<int>(candidates_.size())) return;
    Case after = case_;
    after.fixes.erase(after.fixes.begin() + (index - first_own));
    edit(std::move(after), tr("Remove candidate fix"));
}

// ---- notes

void Session::add_note(const Vec3& at, const QString& text) {
    if (!recording_ || text.trimmed().isEmpty()) return;
    const double whole = std::floor(moment_ + 1e-9);
    Note note;
    note.frame = recording_->number(static_cast<std::size_t>(whole));
    note.part = std::max(0.0, moment_ - whole), note.at = at, note.text = text.trimmed().toStdString();
    insert_note(note, tr("Add note"));
}

/// Notes stay in order of time.
void Session::insert_note(const Note& note, const QString& what) {
    Case after = case_;
    const auto later = std::find_if(after.notes.begin(), after.notes.end(), [&](const Note& n) {
        return std::pair(n.frame, n.part) > std::pair(note.frame, note.part);
    });
    after.notes.insert(later, note);
    edit(std::move(after), what);
}

void Session::change_note(std::size_t index, const QString& text) {
    if (index >= case_.notes.size()) return;
    Case after = case_;
    if (text.trimmed().isEmpty())
        after.notes.erase(after.notes.begin() + static_cast<std::ptrdiff_t>(index));
    else
        after.notes[index].text = text.trimmed().toStdString();
    edit(std::move(after), text.trimmed().isEmpty() ? tr("Remove note") : tr("Change note"));
}

double Session::moment_of(const Note& note) const {
    const std::ptrdiff_t index = recording_->frame_index(note.frame);
    return index < 0 ? -1.0 : std::min(last_moment(), static_cast<double>(index) + note.part);
}

void Session::choose_candidate(int index) {
    candidate_ = index;
    emit candidates_changed();
}

/// Starts are varied round one finding: they say nothing of another one.
void Session::forget_other_starts(Candidate& c) const {
    const auto of_another = [&](const auto& what) {
        return what && !(finding() && what->finding == finding()->id);
    };
    if (of_another(c.shake)) c.shake.reset(), c.show_none();
    if (of_another(c.sides)) c.sides.reset(), c.show_none();
}

void Session::suggest() {
    try_work_.stop(), range_work_.stop(), preview_work_.stop();
    std::vector<Candidate> fresh;
    const auto add = [&](const Fix& fix) {
        const auto same = [&](const Candidate& c) {
            return c.fix.changes == fix.changes && c.fix.name == fix.name && c.state == Candidate::Judged;
        };
        const auto known = std::find_if(candidates_.begin(), candidates_.end(), same);
        if (known != candidates_.end())
            fresh.push_back(*known), fresh.back().stop_seeking(), forget_other_starts(fresh.back());
        else
            fresh.push_back({fix, Candidate::Waiting});
    };
    if (const Finding* f = finding()) {
        for (const Suggestion& s : f->suggest)
            if (s.changes.empty())
                fresh.push_back({{s.name, s.changes}, Candidate::Advice});
            else
                add({s.name, s.changes});
    }
    for (const Fix& fix : case_.fixes) add(fix);
    candidates_ = std::move(fresh);
    if (candidate_ >= static_cast<int>(candidates_.size())) candidate_ = -1;
    emit candidates_changed();
    judge_next();
}

TryOptions Session::tries() const {
    TryOptions out;
    out.project = judged_by(), out.before = findings_;
    return out;
}

Candidate* Session::candidate_of(const Fix& fix) {
    const auto it = std::ranges::find_if(candidates_, [&](const Candidate& c) {
        return c.fix.name == fix.name && c.fix.changes == fix.changes;
    });
    return it == candidates_.end() ? nullptr : &*it;
}

void Session::seek_range(int index, const FixNumber& number) {
    if (!recording_ || scanning_ || index < 0 || index >= static_cast<int>(candidates_.size())) return;
    Candidate& c = candidates_[static_cast<std::size_t>(index)];
    RangeOptions options;
    std::tie(options.from, options.to) = usual_range(number);
    options.tries = tries();
    for (Candidate& other : candidates_) other.stop_seeking();
    c.map.reset(), c.range = Range{number, {}, {}, false}, c.from = options.from, c.to = options.to,
                   c.seeking = true;
    emit candidates_changed();
    auto found = std::make_shared<Range>();
    range_work_.run(
        [this, recording = recording_, fix = c.fix, number, options, found,
         cache = try_cache_](Background::Work& work) mutable {
            options.tries.control = &work, options.tries.cache = cache.get();
            options.tried = [&](const RangePoint& point) {
                work.post([this, fix, point] {
                    Candidate* now = candidate_of(fix);
                    if (!now || !now->range) return;
                    auto& points = now->range->points;
                    points.insert(std::ranges::upper_bound(points, point.value, {}, &RangePoint::value),
                                  point);
                    emit candidates_changed();
                });
            };
            *found = range_of(*recording, fix, number, options);
        },
        [this, fix = c.fix, found] {
            if (Candidate* now = candidate_of(fix)) now->range = std::move(*found), now->seeking = false;
            emit candidates_changed();
        });
}

void Session::seek_map(int index, const FixNumber& across, const FixNumber& up) {
    if (!recording_ || scanning_ || index < 0 || index >= static_cast<int>(candidates_.size())) return;
    Candidate& c = candidates_[static_cast<std::size_t>(index)];
    MapOptions options;
    options.across = usual_range(across), options.up = usual_range(up), options.tries = tries();
    for (Candidate& other : candidates_) other.stop_seeking();
    c.map = RangeMap{across, up, {}, {}, {}}, c.seeking = true;
    emit candidates_changed();
    range_work_.run(
        [this, recording = recording_, fix = c.fix, across, up, options,
         cache = try_cache_](Background::Work& work) mutable {
            options.tries.control = &work, options.tries.cache = cache.get();
            options.tried = [&](const RangeMap& map) {
                work.post([this, fix, map] {
                    if (Candidate* now = candidate_of(fix); now && now->map)
                        now->map = map, emit candidates_changed();
                });
            };
            map_of(*recording, fix, across, up, options);
        },
        [this, fix = c.fix] {
            if (Candidate* now = candidate_of(fix)) now->seeking = false;
            emit candidates_changed();
        });
}

void Session::preview(const Fix& fix) {
    next_preview_ = fix;
    if (!preview_work_.running()) judge_preview();
}

void Session::end_preview() {
    next_preview_.reset(), preview_work_.stop(), preview_line_.clear();
    emit preview_changed();
}

void Session::judge_preview() {
    if (!recording_ || scanning_ || !next_preview_ || !finding()) return;
    const Fix fix = *std::exchange(next_preview_, std::nullopt);
    auto line = std::make_shared<std::string>();
    preview_work_.run(
        [recording = recording_, fix, f = *finding(), line, options = tries(),
         cache = try_cache_](Background::Work& work) mutable {
            options.control = &work, options.cache = cache.get();
            try {
                *line = quick_line(try_quickly(*recording, fix, f, options));
            } catch (const BadInput& e) {
                *line = e.what();
            }
        },
        [this, line] {
            preview_line_ = *line;
            emit preview_changed();
            judge_preview();
        });
}

void Session::judge_next() {
    if (!recording_ || scanning_ || try_work_.running()) return;
    const auto next = std::find_if(candidates_.begin(), candidates_.end(),
                                   [](const Candidate& c) { return c.state == Candidate::Waiting; });
    if (next == candidates_.end()) return;
    next->state = Candidate::Judging;
    emit candidates_changed();
    const auto index = static_cast<std::size_t>(next - candidates_.begin());
    auto verdict = std::make_shared<Verdict>();
    try_work_.run(
        [recording = recording_, fix = next->fix, verdict, options = tries(),
         cache = try_cache_](Background::Work& work) mutable {
            options.control = &work, options.cache = cache.get();
            *verdict = try_fix(*recording, fix, options);
        },
        [this, index, verdict] {
            if (index < candidates_.size())
                candidates_[index].verdict = std::move(*verdict),
                candidates_[index].state = Candidate::Judged;
            emit candidates_changed();
            judge_next();
        });
}

// ---- clips

void Session::save_clip(const QString& path, bool smallest) {
    const Finding* f = finding();
    if (!f) return emit said(tr("Choose a finding first: the clip is cut around it."));
    emit said(tr("Cutting the clip…"));
    auto part = std::make_shared<std::shared_ptr<Recording>>();
    clip_work_.run(
        [r = recording_, f = *f, path, smallest, part, project = judged_by()](Background::Work& work) {
            const auto before = static_cast<std::size_t>(std::ceil(r->header.rate)), after = before / 2;
            const auto first = static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r->frame_index(f.first))),
                       last = static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, r->frame_index(f.last)));
            ShrinkOptions options;
            options.control = &work, options.project = project;
            if (smallest) *part = shrink(*r, f, options);
            if (!*part)
                *part = clip(*r, first > before ? first - before : 0, std::min(r->size() - 1, last + after));
            if (!work.stop) write_recording(**part, path.toStdString());
        },
        [this, path, part] {
            emit said(tr("Saved %1: %2 frames, %3 bodies.")
                          .arg(QFileInfo(path).fileName())
                          .arg((*part)->size())
                          .arg((*part)->body_count()));
        });
}

// ---- the case file

QString Session::case_path() const { return QString::fromStdString(case_path_of(path_.toStdString())); }

/// Written; else the sentence is said.
bool Session::keep(const QString& path, const nlohmann::json& what) {
    try {
        if (unreadable_.erase(path) > 0) {
            QFile::remove(path + ".old");
            QFile::rename(path, path + ".old");
        }
        write_file(path.toStdString(), what.dump(1) + "\n");
    } catch (const std::exception& e) {
        emit said(tr("Not saved: %1").arg(QString::fromUtf8(e.what())));
        return false;
    }
    return true;
}

void Session::save_case() { keep(case_path(), json_of(case_, QFileInfo(path_).fileName().toStdString())); }

void Session::load_case() {
    try {
        case_ = read_case(case_path().toStdString());
    } catch (const std::exception& e) {
        unreadable_.insert(case_path());
        emit said(QString::fromUtf8(e.what()));
    }
}

// ---- what is fine, and the project's thresholds

void Session::mark_expected(const Expected& expected) {
    if (!recording_) return;
    Case after = case_;
    std::erase_if(after.expected,
                  [&](Expected had) { return had.reason = expected.reason, had == expected; });
    after.expected.push_back(expected);
    edit(std::move(after), tr("Mark as expected"));
}

void Session::unmark(const Finding& finding) {
    Case after = case_;
    if (std::erase_if(after.expected, [&](const Expected& f) { return covers(f, finding); }) > 0)
        edit(std::move(after), tr("Remove mark"));
    if (std::any_of(project_.expected.begin(), project_.expected.end(),
                    [&](const Expected& f) { return covers(f, finding); }))
        emit said(tr("It is still expected according to %1.").arg(project_path()));
}

Project Session::judged_by() const {
    Project out = project_;
    out.expected.insert(out.expected.end(), case_.expected.begin(), case_.expected.end());
    return out;
}

void Session::mark_again() {
    judged_by().mark(findings_);
    try_cache_ = std::make_shared<TryCache>(); // what is expected counts on neither side
    emit findings_changed();
    for (Candidate& c : candidates_) // their verdicts counted what was open before
        if (c.state == Candidate::Judged) c.state = Candidate::Waiting, c.range.reset(), c.map.reset();
}

QString Session::project_path() const {
    const std::string known = project_file_of(path_.toStdString());
    return known.empty() ? QFileInfo(path_).absolutePath() + "/odd-bounce.json"
                         : QString::fromStdString(known);
}

void Session::keep_settings(const Settings& settings) {
    if (!recording_) return;
    Project after = project_;
    after.settings = settings;
    if (!keep(project_path(), json_of(after))) return;
    project_ = std::move(after);
    emit settings_changed();
    scan_work_.stop(), try_work_.stop();
    awaited_ = finding_;
    findings_.clear(), encounters_.clear(), candidates_.clear();
    emit findings_changed();
    scan_now();
}

void Session::load_project() {
    project_ = {};
    const std::string path = project_file_of(path_.toStdString());
    try {
        if (!path.empty()) project_ = read_project(path);
    } catch (const std::exception& e) {
        unreadable_.insert(QString::fromStdString(path));
        emit said(QString::fromUtf8(e.what()));
    }
    emit settings_changed();
}

} // namespace oddbounce
