// SPDX-License-Identifier: GPL-3.0-or-later
// Does a change fix the fault, and what else does it change?
#pragma once

#include "fault/scan.hpp"
#include "fix/engine/engine_run.hpp"
#include "fix/finding_fit.hpp"
#include "fix/log_changes.hpp"
#include "fix/loop_text.hpp"

namespace oddbounce {

enum class Method { Auto, Recheck, Rerun };

/// A touching pair over a run of frames that only one of the two recordings has.
struct TouchRun {
    Id a = 0, b = 0; ///< bodies
    std::int64_t first = 0, last = 0;
};

/// The loop that the fit found, and as the fix changes it.
struct FittedLoop {
    Id mover = 0, other = 0; ///< bodies
    MotionModel as_was, with_fix;
};

/// What moving the bodies again took, for each frame: moves with a test after each, tests of two shapes that
/// are near, corners of these. The game's loop takes as many.
struct Cost {
    double moves = 0.0, tests = 0.0, corners = 0.0;
};

/// What came of having the engine that the recording comes from move the bodies again.
struct EngineRerun {
    std::string engine;                   ///< its name
    std::string why_not;                  ///< it cannot: the end of a sentence; empty: it did
    double largest_difference = infinity; ///< unit, without the fix, of the findings' bodies
    double near_enough = 0.0;             ///< unit: the difference may be as large
    std::size_t frames = 0;               ///< that were played
    bool reproduces() const { return why_not.empty() && largest_difference <= near_enough; }
};

struct Verdict {
    std::string fix;
    Method method = Method::Recheck;
    std::vector<Finding> fixed, kept, changed, fresh; ///< fresh: new with the fix
    /// Findings that the fitted model does not show without the fix: what it does to them cannot be told.
    std::vector<Finding> unclear;
    std::vector<TouchRun> gained, lost;
    std::vector<LogChanges::Rows> rows;      ///< of the log that have another result with the fix
    std::optional<EngineRerun> engine;       ///< of a rerun, where the recording comes from one
    std::optional<Fit> fit;                  ///< of a rerun by models
    std::optional<FittedLoop> loop;          ///< ditto, of the same finding
    std::map<Id, std::vector<Track>> tracks; ///< body -> its course with the fix, for drawing
    std::map<Id, std::shared_ptr<const Geometry>> shapes; ///< changed colliders, for drawing
    std::map<Id, std::vector<ProbeDef>> probes;           ///< of bodies whose probes were changed, ditto
    std::shared_ptr<const Recording> played; ///< the recording as it is with the fix; refers to the old one
    std::optional<Cost> cost_before, cost_after; ///< of a rerun
    /// The first frame, by its number, in which a moved body is elsewhere than it was recorded.
    std::optional<std::int64_t> first_difference;
    std::size_t not_judged =
        0; ///< findings that rest on what the game logged: no candidate fix can judge them
    /// With the fix a body touches something, and without it nothing: how the game responds is assumed.
    bool response_unseen = false;
    bool models_disagree = false; ///< several models reproduce the game, and do not agree on the fix
    /// Kinds of bodies at which the moved one goes as recorded, since no model is known of what it does
    /// there.
    std::set<std::string> as_recorded;
    bool ends_early = false;       ///< what is to be judged comes after the fixed body meets such a one
    bool begins_before = false;    ///< the fix changes how a body comes to where it is moved from
    bool casts_unlike = false;     ///< the log's rays and the shapes do not agree: new results say nothing
    std::size_t ordinary_play = 0; ///< stretches without findings that were moved again as well
    bool complete = true;

    bool fixes_all() const { return kept.empty() && changed.empty() && fresh.empty() && unclear.empty(); }
    bool nothing_to_fix() const {
        return fixed.empty() && kept.empty() && changed.empty() && unclear.empty();
    }
};

/// What moves the bodies again does without the fix what the game did: a model, or the engine.
inline bool reproduces(const Verdict& v) {
    return v.engine && v.engine->why_not.empty() ? v.engine->reproduces() : v.fit && v.fit->reproduces;
}

/// What tries of one recording, judged by one project, have in common: the models that were fitted, and what
/// is found without a fix. Safe for several threads.
class TryCache {
  public:
    TryCache();
    ~TryCache();
    struct Inner;
    Inner& inner() { return *inner_; }

  private:
    std::unique_ptr<Inner> inner_;
};

struct TryOptions {
    Method method = Method::Auto;
    Project project;
    std::vector<Finding> before; ///< the scan of the unchanged recording
    std::string finding;         ///< judge only this finding's window (id); empty: all
    int threads = 0;
    Control* control = nullptr;
    TryCache* cache = nullptr; ///< null: everything is worked out for this try alone
};

/// Judges a fix. Recheck: recorded motion stays, every rule is asked again with the changed definitions.
/// Rerun: from some frames before each finding that the fix concerns, its mover is moved again by the
/// model fitted to the game, once as it was fitted and once with the fix; every rule is asked of both, and
/// what differs is the fix's doing. Where the model does not show the finding, that is said.
/// Auto: rerun where the fix changes motion, or shapes and surfaces of a finding whose fault the fitted
/// model reproduces; recheck otherwise.
Verdict try_fix(const Recording& recording, const Fix& fix, const TryOptions& options);

/// What a fix makes of the model that was fitted round one finding.
struct FindingModels {
    Fit fit;
    MotionModel with_fix;
    Applied applied;
    std::shared_ptr<const EngineScene> engine; ///< set: it moves all bodies, and the models count for nothing
    EngineFix engine_fix;
    bool reproduces() const { return engine || fit.reproduces; }
    /// Why they cannot follow the body from other starts, translated; empty: they can.
    std::string cannot_start_elsewhere() const;
};
/// Throws BadInput as try_fix does.
FindingModels models_for(const Recording& recording, const Fix& fix, const Finding& finding,
                         const TryOptions& options);

/// Of one finding alone, and in its window: while a person drags something.
struct QuickVerdict {
    enum Outcome { Fixed, Kept, Unclear } outcome = Unclear;
    std::vector<std::string> fresh; ///< ids of faults that are new there
};
QuickVerdict try_quickly(const Recording& recording, const Fix& fix, const Finding& finding,
                         const TryOptions& options);
/// "fixed", "still there · new: deep-overlap", "cannot tell".
std::string quick_line(const QuickVerdict& verdict);

/// One part of the line, and the list that it counts.
struct VerdictPart {
    enum List { None, Fixed, Kept, Changed, New, Lost, Gained, Unclear } list = None;
    std::string text;
};
std::vector<VerdictPart> verdict_parts(const Verdict& verdict);
/// One line that counts everything that changed: "fixes 3 of 3, nothing new breaks",
/// "fixes 2 of 3 · 1 new fault · loses 3 contacts".
std::string verdict_line(const Verdict& verdict);
/// "1 → 4 moves, 0.2 → 0.8 tests, 2 → 8 corners a frame"; empty: nothing was moved again.
std::string cost_line(const Verdict& verdict);
/// The fitted loop as lines of code, with what the fix changes in it; empty: nothing was fitted.
std::vector<LoopLine> loop_lines(const Verdict& verdict, const Recording& recording);
/// What the lines are: "The game moves the ball so, as far as the recording shows:".
std::string loop_heading(const Verdict& verdict, const Recording& recording);
/// How well the engine plays it again, or why it cannot; with no full stop.
std::string engine_line(const EngineRerun& rerun, const Recording& recording);
nlohmann::json json_of(const Verdict& verdict, const Recording& recording);
std::string text_of(const Verdict& verdict, const Recording& recording);

} // namespace oddbounce
