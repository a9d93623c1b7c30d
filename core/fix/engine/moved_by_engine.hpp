// SPDX-License-Identifier: GPL-3.0-or-later
// Moving everything round the findings again by the engine that the recording comes from.
#pragma once

#include "fix/engine/engine_run.hpp"
#include "fix/moved_again.hpp"

namespace oddbounce {

/// The findings that the fix may change and that an engine would play again: none where the recording comes
/// from no engine that is known, or code moves all of them.
std::vector<const Finding*> played_findings(const Recording& recording, const Applied& applied,
                                            const TryOptions& options);
/// Where the engine follows the bodies of this finding: some frames round it. Null: it does not, cannot, or
/// would not play it; found once.
std::shared_ptr<const EngineScene> engine_scene(const Recording& recording, const Applied& applied,
                                                const Finding& finding, const TryOptions& options);
/// Plays the recording round the findings that the fix concerns, without the fix and with it. What the engine
/// does not do as it was recorded is unproven. `applied` gets the moved rows, the verdict the tracks and what
/// came of it. Nothing: the engine cannot, or follows none of these findings; the verdict says why.
std::optional<Unfixed> move_by_engine(const Recording& recording, Applied& applied, const TryOptions& options,
                                      Verdict& verdict);

} // namespace oddbounce
