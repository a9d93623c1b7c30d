// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/picture_cache.hpp"

#include <algorithm>
#include <map>

namespace oddbounce {

namespace {

constexpr int kept_kilobytes = 256 * 1024;
constexpr std::size_t small = 48 * 1024; // bytes of a PNG that is decoded at once
constexpr std::size_t ahead = 3;         // shots that are decoded before they are asked for

QImage decoded(const std::string& png) {
    const Pixels pixels = decode_png(png);
    return QImage(pixels.rgba.data(), pixels.width, pixels.height, 4 * pixels.width, QImage::Format_RGBA8888)
        .convertToFormat(QImage::Format_ARGB32_Premultiplied);
}

int cost(const QImage& image) { return 1 + static_cast<int>(image.sizeInBytes() / 1024); }

} // namespace

PictureCache::PictureCache(QObject* parent) : QObject(parent), images_(kept_kilobytes) {
    pool_.setMaxThreadCount(1);
}

PictureCache::~PictureCache() { pool_.clear(), pool_.waitForDone(); }

void PictureCache::set_recording(std::shared_ptr<const Recording> recording) {
    pool_.clear(), pool_.waitForDone();
    recording_ = std::move(recording);
    laid_.clear(), in_force_.clear(), in_force_of_ = known_ = 0, images_.clear(), under_way_.clear(),
                                      last_screenshot_ = {};
}

void PictureCache::decode_more() const {
    const std::size_t size = recording_->size();
    for (Recording::Defined& d : recording_->definitions(known_, size))
        if (std::holds_alternative<ArtDef>(*d.definition)) laid_.push_back({d.before, d.definition});
    known_ = size;
}

bool PictureCache::any() const {
    if (!recording_) return false;
    decode_more();
    return !laid_.empty() || recording_->any_has(Recording::Screenshot);
}

const std::vector<const ArtDef*>& PictureCache::art(std::size_t index) const {
    decode_more();
    const auto end =
        std::partition_point(laid_.begin(), laid_.end(), [&](const Laid& l) { return l.before <= index; });
    const auto count = static_cast<std::size_t>(end - laid_.begin());
    if (count == in_force_of_) return in_force_; // asked for by every painter of every frame
    std::map<Id, const ArtDef*> by_id;
    for (auto l = laid_.begin(); l != end; ++l) by_id[l->art().id] = &l->art();
    in_force_.clear(), in_force_of_ = count;
    for (const bool backdrop : {true, false})
        for (const auto& [id, art] : by_id)
            if (art->body.has_value() != backdrop) in_force_.push_back(art);
    return in_force_;
}

/// Decodes in the pool; the result comes back in the window's thread.
void PictureCache::begin(const std::string& name) const {
    const QString key = QString::fromStdString(name);
    if (images_.contains(key) || under_way_.contains(key)) return;
    under_way_.insert(key);
    auto* self = const_cast<PictureCache*>(this);
    pool_.start([self, key, name, recording = recording_] {
        QImage image;
        try {
            image = decoded(recording->png(name));
        } catch (const NoPicture&) { // the reader of the recording has said it
        }
        QMetaObject::invokeMethod(self, [self, key, image, recording] {
            if (self->recording_ != recording) return;
            self->under_way_.remove(key);
            self->images_.insert(key, new QImage(image), cost(image));
            emit self->arrived();
        });
    });
}

QImage PictureCache::image(const std::string& name) const {
    const QString key = QString::fromStdString(name);
    if (const QImage* known = images_.object(key)) return *known;
    if (under_way_.contains(key)) return {};
    QImage image;
    try {
        const bool in_log = is_data_uri(name);
        if (!waits_ && (in_log ? name.size() : small + 1) > small) return begin(name), QImage();
        image = decoded(recording_->png(name));
    } catch (const NoPicture&) {
    }
    images_.insert(key, new QImage(image), cost(image));
    return image;
}

PictureCache::Screenshot PictureCache::screenshot(std::size_t index) const {
    if (!recording_->any_has(Recording::Screenshot)) return {};
    const std::size_t end = std::min(index + (waits_ ? 0 : ahead) + 1, recording_->size());
    Screenshot out;
    try {
        for (std::size_t i = index; i < end; ++i) {
            if (!(recording_->has(i) & Recording::Screenshot)) continue;
            const auto frame = recording_->frame(i);
            if (i > index)
                begin(frame->screenshot->image);
            else
                out = {image(frame->screenshot->image), frame->screenshot->rect};
        }
    } catch (const std::exception&) { // the file was taken away: the session says so
        return {};
    }
    if (!(recording_->has(index) & Recording::Screenshot)) return {};
    if (!out.image.isNull()) last_screenshot_ = out;
    return out.image.isNull() ? last_screenshot_ : out;
}

} // namespace oddbounce
