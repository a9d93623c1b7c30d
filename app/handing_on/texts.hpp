// SPDX-License-Identifier: GPL-3.0-or-later
// A finding as text, as Markdown, and as a web page of its own.
#pragma once

#include "session/session.hpp"

namespace oddbounce {

/// "parcel (body 2), net (body 12)"
QString bodies_line(const Session& session, const Finding& finding);
/// The cause as a sentence of its own; what the fault is, where the account names none.
QString cause_of(const Finding& finding);
QString plain_text_of(const Session& session, const Finding& finding);
QString markdown_of(const Session& session, const Finding& finding);
/// Self-contained: the account, the facts, and the frames round the moment as pictures to step through.
/// Requires: a chosen finding.
QString page_of(const Session& session);
/// False: `error` says why.
bool save_page(const Session& session, const QString& path, QString& error);

} // namespace oddbounce
