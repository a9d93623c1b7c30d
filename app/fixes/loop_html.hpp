// SPDX-License-Identifier: GPL-3.0-or-later
// The loop that a fit found, for a label.
#pragma once

#include "fix/verdict.hpp"

#include <QString>

namespace oddbounce {

/// Lines of code, with what the fix takes out and puts in; all text is escaped.
QString loop_html(const Verdict& verdict, const Recording& recording);

} // namespace oddbounce
