// SPDX-License-Identifier: GPL-3.0-or-later
// A whole picture of a moment: the view without its window, for files and tests.
#pragma once

#include "view/scene_painter.hpp"

#include <QImage>

#include <functional>

namespace oddbounce {

/// The directions of the picture: the recording's up is up; in space, those of the session's sight, cut by its plane
/// where `section`, else as the person chose.
void take_sight(Mapping& mapping, const Session& session, bool section = true);
/// Where the view looks by itself: the finding's surroundings, else all that moves, else everything.
Mapping first_look(const Session& session, const QRectF& area);
/// Options for what is chosen in the session; they point into its findings and candidates.
SceneOptions scene_options(const Session& session);
/// Paints the scene and, if a finding is chosen, the loupe in a corner.
void paint_moment(QPainter& painter, const Session& session, const Mapping& mapping, SceneOptions options,
                  bool loupe);
/// The enlarged place of the chosen finding with its number, in a corner of the mapping's area.
void paint_loupe(QPainter& painter, const Session& session, const Mapping& outer, SceneOptions options);
/// A note where it is drawn: only near its own moment.
struct NoteSlip {
    std::size_t index; ///< in Session::notes
    QPointF pin;
    QRectF box;
    QString text;
};
std::vector<NoteSlip> note_slips(const Session& session, const Mapping& mapping);
void paint_notes(QPainter& painter, const Session& session, const Mapping& mapping);

/// Another moment than the session's: bodies, contacts and rays, without names of what is chosen.
void paint_moment_at(QPainter& painter, const Session& session, const Instant& instant,
                     const Mapping& mapping, SceneOptions options);

/// `scale`: pixels for one.
QImage image_of(const QSize& size, const std::function<void(QPainter&)>& paint, double scale = 1.0);
/// Writes PNG (at twice the size) or SVG by the ending of `path`; false and a sentence where it cannot.
bool save_drawing(const QString& path, const QSize& size, const QString& title,
                  const std::function<void(QPainter&)>& paint, QString& error);
/// The chosen finding's moment as the view first shows it, with the loupe.
bool save_picture(const Session& session, const QString& path, const QSize& size, QString& error);
inline constexpr double saved_scale = 2.0;

} // namespace oddbounce
