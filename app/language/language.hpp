// SPDX-License-Identifier: GPL-3.0-or-later
// The language of the window, and of what the core says there. The command line speaks English.
#pragma once

#include "fault/rule.hpp"

#include <QLocale>
#include <QString>

#include <vector>

class QCoreApplication;

namespace oddbounce {

struct Language {
    QString code; ///< "de"
    QString name; ///< in itself: "Deutsch"
};

/// What the window speaks; the first is the language that it is written in.
const std::vector<Language>& languages();
/// Uses the language `code`; empty: the system's, where the window speaks it, else English. False: there is
/// no such language, and nothing is changed. Windows and findings that exist keep the texts that they took
/// in.
bool use_language(const QString& code);
/// For dates. Numbers look the same in every language.
QLocale language_locale();

/// A fixed text of the core or of the samples (title, definition, unit, role, reason of a setting) in the
/// window's language.
QString core_text(const char* english);
/// As it stands within a line: English titles begin in lower case there, German nouns do not.
QString in_line(const QString& title);
/// "Tunneling"
QString title_of(const Finding& finding);
/// The title as words in a line: without a capital.
QString title_in_line(const Finding& finding);
/// "parcel through net"
QString headline_text(const Finding& finding);
/// "Tunneling: parcel through net"
QString title_and_headline(const Finding& finding);

} // namespace oddbounce
