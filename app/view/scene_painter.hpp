// SPDX-License-Identifier: GPL-3.0-or-later
// Draws a moment of a recording: the same hand for the view, the loupe, the strip and saved pictures.
// Shape first, then colour: docs/user-guide.md, "How things are drawn".
#pragma once

#include "fault/finding.hpp"
#include "fix/rerun.hpp"
#include "session/session.hpp"
#include "session/sight.hpp"
#include "view/outline_path.hpp"

#include <QPainter>

#include <functional>

namespace oddbounce {

class PictureCache;

struct SceneOptions {
    Slot body = -1;                             ///< the chosen one: heavier outline, swept band, velocity
    const PictureCache* pictures = nullptr;     ///< art and shots, under the shapes; null: none
    const Finding* finding = nullptr;           ///< its colliders in vermilion
    const std::vector<Track>* course = nullptr; ///< of the candidate, for `course_body`
    Slot course_body = -1;
    const std::map<Id, std::shared_ptr<const Geometry>>* shapes = nullptr; ///< the candidate's, by collider
    const Fix* fix = nullptr; ///< the candidate: what it makes of rays is drawn beside the recorded ones
    const std::map<Id, std::vector<ProbeDef>>* probes = nullptr;   ///< the candidate's, by body
    std::set<Slot> hidden, faint;                                  ///< bodies
    bool ghosts = false, names = true, grid = true, plain = false; ///< plain: no contacts, rays, arrows
    double pale = 0.7;                                             ///< opacity of pictures
    bool fixed_only = false, moving_only = false;                  ///< for the cached layer
    double line = 1.6;                                             ///< outline width in pixels
    std::optional<Sight> plane; ///< seen from outside: where the finding is cut
    double plane_half = 0.0;    ///< half of the side that is drawn of it, unit
};

/// The ray is the one that the finding is about.
bool is_ray_of(const RayRow& ray, const Finding& finding);
/// The probes of a body that are defined by this frame.
std::vector<ProbeDef> probes_of(const Recording& recording, Id body, std::size_t index);
/// A ray, or a probe of a body that stands there, as a candidate has it: doubly drawn.
void paint_candidate_ray(QPainter& painter, const Mapping& mapping, const RayRow& ray);
void paint_candidate_probe(QPainter& painter, const Mapping& mapping, const Pose& pose, const ProbeDef& probe,
                           const Vec3& scale);
/// Text that stays readable over lines: a rim of paper round it.
void halo_text(QPainter& painter, const QRectF& where, const QString& text);
/// Dashes over a very long line take as long to draw as they are many: such a line is solid.
Qt::PenStyle dash_for(Qt::PenStyle style, double pixels);

class ScenePainter {
  public:
    ScenePainter(QPainter& painter, const Mapping& mapping, const Recording& recording,
                 const Instant& instant, const SceneOptions& options);
    void background();
    void bodies();
    void marks();   ///< contacts, rays, arrows, swept band, candidate, names
    void subject(); ///< the ray or the probes of the finding, without anything else
    void scale_bar();
    void axes(); ///< which way one looks

  private:
    void bodies_in_space();
    void ground_grid();
    void drop_lines();
    void cutting_plane();
    void pictures(bool moving);
    void picture(const QImage& image, const std::function<Vec3(double, double)>& place);
    void collider(Slot c);
    void speck(const Geometry& g, const Pose& pose, const QColor& color);
    void smooth(bool on);
    void beyond(Slot c, const Pose& pose);
    void hatch(const std::vector<PixelLine>& lines);
    void comb(const std::vector<PixelLine>& lines, const QPointF& middle, const Vec3& pass);
    void cross_hatch(const QPainterPath& path, const QColor& color);
    void struck_eye(const QPointF& at);
    void heading(const Geometry& g, const Pose& pose);
    void contacts();
    void touch();
    void finding_marks();
    void rays(const Finding* only = nullptr);
    void probes(Slot body);
    void candidate_rows();
    QRectF box_of(Slot body) const;
    void arrows(Slot body);
    void band(Slot body);
    void ghosts(Slot body);
    void course();
    void candidate_outline(Slot c, const Pose& pose);
    void name_all();
    bool in_finding(Slot c) const;
    bool seen(const Geometry& g, const Pose& pose) const;

    QPainter& p_;
    const Mapping& m_;
    const Recording& r_;
    const Instant& t_;
    SceneOptions o_;
    std::set<Slot> dressed_; ///< bodies that have art
    Box seen_;
};

} // namespace oddbounce
