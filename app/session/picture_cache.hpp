// SPDX-License-Identifier: GPL-3.0-or-later
// The pictures of a recording, decoded for drawing: art in force at a frame, and what the player saw in it.
#pragma once

#include "recording/recording.hpp"

#include <QCache>
#include <QImage>
#include <QObject>
#include <QSet>
#include <QThreadPool>

#include <memory>
#include <vector>

namespace oddbounce {

class PictureCache : public QObject {
    Q_OBJECT
  public:
    explicit PictureCache(QObject* parent = nullptr);
    ~PictureCache() override;
    void set_recording(std::shared_ptr<const Recording> recording);
    /// The recording has pictures to show: art, or shots.
    bool any() const;
    /// Large pictures are decoded in the background, `arrived` tells; headless drawing waits for them.
    void set_waits(bool waits) { waits_ = waits; }

    /// Art that is in force at the end of a frame, each id once, backdrops first.
    const std::vector<const ArtDef*>& art(std::size_t index) const;
    /// Null where it cannot be read, or not yet.
    QImage image(const std::string& name) const;
    /// What the player saw in frame `index`: its picture, or while that is being decoded the one shown last.
    struct Screenshot {
        QImage image;
        std::array<double, 4> rect{}; ///< world
    };
    Screenshot screenshot(std::size_t index) const;

  signals:
    void arrived();

  private:
    struct Laid {
        std::size_t before;
        DefinitionRef definition;
        const ArtDef& art() const { return std::get<ArtDef>(*definition); }
    };
    void decode_more() const;
    void begin(const std::string& name) const;

    std::shared_ptr<const Recording> recording_;
    bool waits_ = false;
    mutable std::vector<Laid> laid_;
    mutable std::vector<const ArtDef*> in_force_; ///< by the first in_force_of_ of laid_
    mutable std::size_t in_force_of_ = 0;
    mutable std::size_t known_ = 0; ///< frames whose definitions are in laid_
    mutable QCache<QString, QImage> images_;
    mutable QSet<QString> under_way_;
    mutable Screenshot last_screenshot_;
    mutable QThreadPool pool_;
};

} // namespace oddbounce
