// SPDX-License-Identifier: GPL-3.0-or-later
// The user guide in a window of its own.
#pragma once

class QWidget;

namespace oddbounce {

/// docs/user-guide.md, with its headings beside it and a line to search it. One window, raised when it is
/// there.
void show_user_guide(QWidget* parent);

} // namespace oddbounce
