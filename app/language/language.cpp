// SPDX-License-Identifier: GPL-3.0-or-later
#include "language/language.hpp"

#include "language/say.hpp"

#include <QCoreApplication>
#include <QLibraryInfo>
#include <QTranslator>

#include <memory>

namespace oddbounce {

namespace {

QString& current() {
    static QString code = "en";
    return code;
}

/// The system's first language that the window speaks.
QString system_language() {
    for (const QString& name : QLocale::system().uiLanguages())
        for (const Language& l : languages())
            if (name.section('-', 0, 0) == l.code) return l.code;
    return languages().front().code;
}

} // namespace

const std::vector<Language>& languages() {
    static const std::vector<Language> all = {{"en", "English"}, {"de", "Deutsch"}};
    return all;
}

bool use_language(const QString& code) {
    const QString wanted = code.isEmpty() ? system_language() : code;
    if (std::none_of(languages().begin(), languages().end(),
                     [&](const Language& l) { return l.code == wanted; }))
        return false;
    current() = wanted;
    translate_with(wanted == "en" ? nullptr
                                  : +[](const char* english) { return core_text(english).toStdString(); });
    QLocale::setDefault(QLocale::c()); // numbers are typed as they are shown
    static std::vector<std::unique_ptr<QTranslator>> in_use;
    in_use.clear(); // each takes itself out
    for (const auto& [file, folder] : {std::pair<QString, QString>{"window", ":/language"},
                                       {"core", ":/language"},
                                       {"qtbase", QLibraryInfo::path(QLibraryInfo::TranslationsPath)}}) {
        auto translator = std::make_unique<QTranslator>();
        if (!translator->load(file + '_' + wanted, folder)) continue; // English needs none
        QCoreApplication::installTranslator(translator.get());
        in_use.push_back(std::move(translator));
    }
    return true;
}

QLocale language_locale() { return current() == "en" ? QLocale::system() : QLocale(current()); }

QString core_text(const char* english) { return QCoreApplication::translate("core", english); }
QString in_line(const QString& title) { return current() == "en" ? title.toLower() : title; }
QString title_of(const Finding& f) { return core_text(fault_by_id(f.fault)->title); }
QString title_in_line(const Finding& f) { return in_line(title_of(f)); }
QString headline_text(const Finding& f) {
    return QString::fromStdString(headline(f, core_text(headline_pattern(f)).toStdString()));
}
QString title_and_headline(const Finding& f) { return title_of(f) + ": " + headline_text(f); }

} // namespace oddbounce
