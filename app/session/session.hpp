// SPDX-License-Identifier: GPL-3.0-or-later
// What everyone in the window looks at: one recording, one moment, one finding, one body, one candidate.
// Panels listen to it and none owns it.
#pragma once

#include "fault/scan.hpp"
#include "fix/case_file.hpp"
#include "fix/range.hpp"
#include "fix/sides.hpp"
#include "fix/verdict.hpp"
#include "recording/live.hpp"
#include "session/background.hpp"
#include "session/sight.hpp"

#include <QObject>
#include <QString>
#include <QUndoStack>

#include <deque>
#include <memory>
#include <set>

namespace oddbounce {

/// The world round a moment: the two frame ends and how far between them it is.
struct Instant {
    std::shared_ptr<const World> before, now;
    std::shared_ptr<const Frame> frame; ///< that ends with `now`
    double fraction = 1.0;
    std::size_t index = 0; ///< of `now`

    Pose pose(Slot body) const;
    bool present(Slot body) const;
};

struct Candidate {
    Fix fix;
    enum State { Waiting, Judging, Judged, Failed, Advice } state = Waiting;
    Verdict verdict{};
    QString sentence{};            ///< why it failed
    std::optional<Range> range{};  ///< which values of a number work, as far as it is known
    double from = 0.0, to = 0.0;   ///< what was asked for
    std::optional<RangeMap> map{}; ///< of two numbers, as far as it is known; shown instead of the range
    bool seeking = false;          ///< the range, or the map, is still being sought
    std::optional<Shake> shake{};  ///< how often it fails from other starts
    std::size_t shaken = 0;        ///< starts that were tried so far
    bool shaking = false;          ///< more of them are under way
    std::optional<Sides> sides{};  ///< from which sides it fails
    bool siding = false;           ///< they are being tried
    /// One of its starts, or sides, that is shown, by its number, and the courses from there, once they are
    /// known.
    std::optional<std::size_t> shown_start{}, shown_side{};
    std::optional<OtherCourses> courses{};
    /// Drops a range, or a shake, that is only partly known.
    void stop_seeking() {
        if (std::exchange(seeking, false)) (map ? map.reset() : range.reset());
        if (std::exchange(shaking, false)) shake.reset();
        if (std::exchange(siding, false)) sides.reset();
        if (!shake && !sides) show_none();
    }
    void show_none() { shown_start.reset(), shown_side.reset(), courses.reset(); }
};

/// Of any recording. Throws BadInput where its file is no longer there.
Instant instant_of(const Recording& recording, double moment);

class Listener;
class PictureCache;

class Session : public QObject {
    Q_OBJECT
  public:
    explicit Session(QObject* parent = nullptr);
    ~Session() override;

    /// Reads a recording and starts the scan. False: it cannot be used, nothing changed, `error` says why.
    bool open(const QString& path, QString& error);
    /// The same in the background: `recording_changed`, or `refused` with the sentence.
    void load(const QString& path);
    // Games that send their frames while they run. Their sessions are kept in `sessions_folder`.
    bool listen(unsigned short port, double keep_minutes, QString& error);
    void stop_listening();
    bool listening() const { return listener_ != nullptr; }
    QString listening_at() const; ///< "ws://127.0.0.1:28650"
    QString page_address() const; ///< the same for a page of this machine, with the token that it needs
    /// The recording is a session that still goes on.
    bool live() const;
    /// The moment is the newest frame as frames come; any move of the moment ends it.
    bool follows() const { return live() && follows_; }
    void set_follows(bool follows); ///< also shows a session that waits
    /// A game sends while another recording is looked at.
    bool game_waits() const { return waiting_ != nullptr; }
    static QString sessions_folder();

    /// What is being read; empty: nothing.
    QString loading() const { return loading_; }
    void stop_loading();
    Background& read_work() { return read_work_; }
    const Recording* recording() const { return recording_.get(); }
    std::shared_ptr<const Recording> shared_recording() const { return recording_; }
    QString path() const { return path_; }

    // The moment, in frames from the first: 119.13 lies in the step that ends with frame index 120. At a
    // whole number everything is as the game logged it at the end of that frame; within a step bodies are
    // between the two frames and move with the velocity from before the step. A moment closer than
    // `moment_snap` to a frame is that frame.
    double moment() const { return moment_; }
    /// The frame that ended last.
    std::size_t moment_index() const { return static_cast<std::size_t>(moment_ + 1e-9); }
    void set_moment(double moment);
    void step_by(double frames) { set_moment(moment_ + frames); }
    double first_moment() const { return recording_ ? static_cast<double>(recording_->begin()) : 0.0; }
    double last_moment() const;
    const Instant& instant() const;
    Instant instant_at(double moment) const;
    /// A recording's file may be taken away while it is looked at: then nothing is there, and `said` says
    /// why.
    World world_at(std::size_t index) const;
    World world_before(std::size_t index) const; ///< at the end of the frame before
    std::shared_ptr<const Frame> frame(std::size_t index) const;
    /// "frame 119 + 13 %"
    QString moment_text() const { return text_of_moment(moment_); }
    QString text_of_moment(double moment) const;

    /// Without accounts: finding() has those of the chosen one.
    const std::vector<Finding>& findings() const { return findings_; }
    const Finding* finding() const; ///< the chosen one, described; null: none
    int finding_row() const;
    void choose_finding(const QString& id, bool go = true);
    /// Chooses the finding as soon as the scan has found it, without going there.
    void return_to(const QString& id);
    void next_finding(int direction);
    /// Lets go of the finding; the moment stays.
    void leave_finding() { choose_finding({}, false); }
    /// Chooses the heaviest finding that is not expected, now or when the scan is complete.
    void show_worst();
    /// The time of impact of the chosen finding, else the nearest touch of the chosen body.
    void go_to_touch();
    double touch_moment(const Finding& finding) const;
    void stop_scan();
    bool scanning() const { return scanning_; }
    bool scan_complete() const { return complete_; }
    const std::map<std::string, std::string>& not_judged() const { return not_judged_; }
    /// Of the last complete scan.
    const Coverage& coverage() const { return coverage_; }
    /// Findings may still turn out to be part of others: a scan is under way.
    bool provisional() const { return scanning_; }

    /// What was handed out stays where it is while more come.
    const std::deque<Encounter>& encounters() const { return encounters_; }

    /// -1: none.
    Slot body() const { return body_; }
    void choose_body(Slot body);
    bool hidden(Slot body) const { return hidden_.count(body) > 0; }
    const std::set<Slot>& hidden() const { return hidden_; }
    void set_hidden(Slot body, bool hidden);
    void show_all();
    /// Hides all bodies but the chosen one and what it ever touches or nears; again: shows all.
    void toggle_alone();
    /// "What stops it?": whatever does not is drawn faintly.
    bool asks_what_stops() const { return asks_what_stops_; }
    void set_asks_what_stops(bool asks);
    /// What `other` does to the chosen body at this moment: the most that any of their colliders do.
    Does does_to_chosen(Slot other) const;

    // How a scene of three dimensions is looked at, in the view, the strip, the loupe and the bench alike: as
    // the chosen finding is best seen, until a person turns it.
    const Sight& sight() const;   ///< of the view: the section's plane, or from outside
    const Sight& section() const; ///< of the strip and the loupe: they are always cut
    void set_sight(const Sight& sight);
    void take_telling_sight(); ///< that of the finding again

    // Candidates: the finding's own suggestions, and those of the person.
    const std::vector<Candidate>& candidates() const { return candidates_; }
    int candidate() const { return candidate_; }
    void choose_candidate(int index);
    void add_candidate(const Fix& fix);
    void replace_candidate(int index, const Fix& fix);
    /// What the finding becomes with this fix, in the background; only the last one asked for counts.
    void preview(const Fix& fix);
    void end_preview();
    /// Of the last fix that was asked for and is known; empty: none yet.
    const std::string& preview_line() const { return preview_line_; }
    void remove_candidate(int index);
    /// Seeks which values of a number of the candidate work, in the background; values come one by one.
    void seek_range(int index, const FixNumber& number);
    /// The same for two numbers together.
    void seek_map(int index, const FixNumber& across, const FixNumber& up);
    /// Varies the start of the finding, and tells how often it fails without the candidate and with it.
    void shake_candidate(int index);
    /// Tries the candidate from all sides of what the body met.
    void try_sides(int index);
    /// Shows the courses from one of these sides; none: no longer.
    void show_side(int index, std::optional<std::size_t> side);
    /// Shows the courses from one start of the candidate's shake; none: no longer.
    void show_start(int index, std::optional<std::size_t> start);
    /// Keeps in the case that this fix holds, or takes that back: `oddb guard` runs it.
    void keep_check(int index, bool keep);
    bool is_check(int index) const;
    /// It is the person's own, not a suggestion of the finding.
    bool is_own(int index) const;
    QUndoStack& undo() { return undo_; }
    Background& scan_work() { return scan_work_; }

    /// Writes a clip of the chosen finding in the background: a second before it and half a second after, or
    /// the smallest that still shows it. `said` tells how it ended.
    void save_clip(const QString& path, bool smallest);

    /// Art and shots under the shapes; null where there are none, or nobody wants them.
    const PictureCache* pictures() const;
    void set_shows_pictures(bool shows);
    bool shows_pictures() const { return shows_pictures_; }
    /// For drawing without a window: pictures are decoded before anything is drawn.
    void wait_for_pictures();

    // Notes of the person, by time.
    const std::vector<Note>& notes() const { return case_.notes; }
    void add_note(const Vec3& at, const QString& text);       ///< at this moment
    void change_note(std::size_t index, const QString& text); ///< empty text: removes it
    double moment_of(const Note& note) const;

    // What is expected: by the person's word, in the case; undone like any change of it.
    void mark_expected(const Expected& expected);
    /// Takes back every mark of the case that covers this finding; one of the project's file stays, and is
    /// said.
    void unmark(const Finding& finding);

    // Thresholds: of the project's file, the nearest odd-bounce.json in the recording's folder or above it.
    const Settings& settings() const { return project_.settings; }
    /// Thresholds and all that is marked: what judging goes by.
    Project judged_by() const;
    /// Where the thresholds are kept, also while there is no such file yet.
    QString project_path() const;
    /// Writes the project's file and judges again.
    void keep_settings(const Settings& settings);

    /// Where the case (the person's candidates, notes and marks) is kept: beside the recording.
    QString case_path() const;

  signals:
    void recording_changed();
    void moment_changed();
    void findings_changed();
    void finding_changed();
    void scan_changed();
    void body_changed();
    void sight_changed();
    void candidates_changed();
    void preview_changed();
    void notes_changed();
    void settings_changed();
    void pictures_changed(); ///< one is decoded, or they are shown or not
    void loading_changed();
    void grown();                          ///< there are more frames, or fewer at the beginning
    void live_changed();                   ///< listening, a session, following
    void closed();                         ///< nothing is shown any more
    void refused(const QString& sentence); ///< a file that could not be opened
    void said(const QString& sentence);    ///< for the status line

  private:
    friend class CaseEdit;
    void take(std::shared_ptr<const Recording> recording, const QString& path);
    void scan_now();
    void not_read();
    void show_early(std::shared_ptr<const Recording> recording, const QString& path);
    void game_began(std::shared_ptr<const Recording> recording, const QString& path);
    void show_waiting();
    void take_mark(const LiveSession::Mark& mark);
    void set_to_newest();
    void grow();
    void forget_dropped();
    void take_finding(const Finding& finding);
    void choose_awaited();
    void suggest();
    void forget_other_starts(Candidate& candidate) const;
    using CoursesOf = std::function<OtherCourses(const Recording&, const Fix&, const TryOptions&)>;
    void show_courses(const Candidate& candidate, CoursesOf courses_from);
    void judge_next();
    TryOptions tries() const;
    Candidate* candidate_of(const Fix& fix);
    void insert_note(const Note& note, const QString& what);
    void edit(Case after, const QString& what);
    void set_case(const Case& now);
    void save_case();
    bool keep(const QString& path, const nlohmann::json& what);
    void load_case();
    void load_project();
    void mark_again();
    void lost(const std::exception& why) const;

    std::shared_ptr<const Recording> recording_;
    QString path_;
    mutable bool lost_ = false; ///< its file was taken away; said once
    double moment_ = 0.0;
    mutable Instant instant_;
    mutable double instant_moment_ = -1.0;
    mutable std::vector<Finding> findings_; ///< described as they are chosen
    std::deque<Encounter> encounters_;
    std::map<std::string, std::string> not_judged_;
    Coverage coverage_;
    bool awaits_worst_ = false;
    QString finding_, awaited_;
    Slot body_ = -1;
    mutable std::optional<Sight> section_; ///< none: not asked for yet
    std::optional<Sight> outside_;         ///< where the view is not cut
    std::set<Slot> hidden_;
    bool asks_what_stops_ = false;
    bool scanning_ = false, complete_ = false;
    std::vector<Candidate> candidates_;
    std::unique_ptr<PictureCache> pictures_;
    bool shows_pictures_ = true;
    std::set<QString> unreadable_; ///< files that are put aside before they are written over
    Case case_;                    ///< the person's own
    Project project_;              ///< of the project's file
    int candidate_ = -1;
    std::shared_ptr<TryCache> try_cache_; ///< of this recording as it is judged now
    QUndoStack undo_;
    QString loading_;
    std::shared_ptr<const Recording> before_early_; ///< what was shown before a log that is still read
    QString path_before_early_;
    std::unique_ptr<Listener> listener_;
    std::shared_ptr<const Recording> waiting_; ///< a session that nobody looks at yet
    QString waiting_path_;
    bool live_ = false, follows_ = false;
    std::size_t grown_to_ = 0;
    QTimer grow_;
    Background read_work_, scan_work_, try_work_, range_work_, clip_work_, preview_work_;
    std::optional<Fix> next_preview_;
    std::string preview_line_;
    void judge_preview();
};

} // namespace oddbounce
