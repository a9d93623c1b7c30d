// SPDX-License-Identifier: GPL-3.0-or-later
// The ticket card: one picture that shows a finding to somebody who does not have the recording.
#pragma once

#include "session/session.hpp"

#include <QImage>
#include <QPainter>

namespace oddbounce {

inline constexpr double sharing_scale = 2.0; ///< pixels for one, of what is copied and saved
inline constexpr QSize card_size{900, 640};

/// The light theme as long as this lives: what is handed on looks the same from everybody's window.
class LightForNow {
  public:
    LightForNow();
    ~LightForNow();

  private:
    bool was_dark_;
};

/// Title, fault, bodies with ids, frame and time, verdict in a sentence, view, strip, scale bar, recording
/// and version. Requires: a chosen finding. At the session's moment.
void paint_card(QPainter& painter, const Session& session);
QImage card_image(const Session& session);
/// PNG at twice the size, or SVG, by the ending. False: `error` says why.
bool save_card(const Session& session, const QString& path, QString& error);

} // namespace oddbounce
