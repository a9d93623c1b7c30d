// SPDX-License-Identifier: GPL-3.0-or-later
// What everyone in the window looks at: one recording, one moment, one finding, one body, one candidate.
// Panels listen to it and none owns it.
#pragma once

#include "fault/scan.hpp"
#include "fix/verdict.hpp"
#include "session/background.hpp"

#include <QObject>
#include <QString>
#include <QUndoStack>

#include <memory>
#include <set>

namespace oddbounce {

/// The world round a moment: the two frame ends and how far between them it is.
struct Instant {
    std::shared_ptr<const World> before, now;
    double fraction = 1.0;
    std::size_t index = 0; ///< of `now`

    Pose pose(Slot body) const;
    bool present(Slot body) const;
};

struct Candidate {
    Fix fix;
    enum State { Waiting, Judging, Judged, Failed } state = Waiting;
    Verdict verdict;
    QString sentence; ///< why it failed
};

class Session : public QObject {
    Q_OBJECT
  public:
    explicit Session(QObject* parent = nullptr);
    ~Session() override;

    /// Reads a recording and starts the scan. False: it cannot be used, nothing changed, `error` says why.
    bool open(const QString& path, QString& error);
    const Recording* recording() const { return recording_.get(); }
    QString path() const { return path_; }

    // The moment, in frames from the first: 119.13 lies in the step that ends with frame index 120.
    double moment() const { return moment_; }
    void set_moment(double moment);
    void step_by(double frames) { set_moment(moment_ + frames); }
    double last_moment() const;
    const Instant& instant() const;
    Instant instant_at(double moment) const;
    /// "frame 119 + 0.13"
    QString moment_text() const;

    const std::vector<Finding>& findings() const { return findings_; }
    const Finding* finding() const;
    int finding_row() const;
    void choose_finding(const QString& id, bool go = true);
    void next_finding(int direction);
    /// The time of impact of the chosen finding, else the nearest touch of the chosen body.
    void go_to_touch();
    double touch_moment(const Finding& finding) const;
    void stop_scan();
    bool scanning() const { return scanning_; }
    bool scan_complete() const { return complete_; }
    const std::map<std::string, std::string>& not_judged() const { return not_judged_; }

    const std::vector<Encounter>& encounters() const { return encounters_; }

    /// -1: none.
    Slot body() const { return body_; }
    void choose_body(Slot body);
    bool hidden(Slot body) const { return hidden_.count(body) > 0; }
    void set_hidden(Slot body, bool hidden);

    // Candidates: the finding's own suggestions, and those of the person.
    const std::vector<Candidate>& candidates() const { return candidates_; }
    int candidate() const { return candidate_; }
    void choose_candidate(int index);
    void add_candidate(const Fix& fix);
    void replace_candidate(int index, const Fix& fix);
    void remove_candidate(int index);
    QUndoStack& undo() { return undo_; }
    Background& scan_work() { return scan_work_; }
    /// Where the case (the person's candidates) is kept: beside the recording.
    QString case_path() const;

  signals:
    void recording_changed();
    void moment_changed();
    void findings_changed();
    void finding_changed();
    void scan_changed();
    void body_changed();
    void candidates_changed();
    void said(const QString& sentence); ///< for the status line

  private:
    friend class CandidateEdit;
    void scan_now();
    void take_finding(const Finding& finding);
    void suggest();
    void judge_next();
    void set_own(std::vector<Fix> own);
    void save_case();
    void load_case();

    std::shared_ptr<const Recording> recording_;
    QString path_;
    double moment_ = 0.0;
    mutable Instant instant_;
    mutable double instant_moment_ = -1.0;
    std::vector<Finding> findings_;
    std::vector<Encounter> encounters_;
    std::map<std::string, std::string> not_judged_;
    QString finding_;
    Slot body_ = -1;
    std::set<Slot> hidden_;
    bool scanning_ = false, complete_ = false;
    std::vector<Candidate> candidates_;
    std::vector<Fix> own_; ///< the person's, kept in the case
    int candidate_ = -1;
    QUndoStack undo_;
    Background scan_work_, try_work_;
};

} // namespace oddbounce
