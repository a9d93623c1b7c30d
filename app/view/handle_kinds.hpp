// SPDX-License-Identifier: GPL-3.0-or-later
// What has handles, one class each; handles.hpp is for whoever uses them.
#pragma once

#include "view/handles.hpp"

namespace oddbounce {

class ShapeHandles : public Handled {
  public:
    /// Requires: a change with `colliders`, one that is there.
    ShapeHandles(const Session& session, Change change);
    std::vector<Handle> handles(const Mapping& mapping) const override;
    std::vector<Handle> shown(const Mapping& mapping) const override;
    Change dragged(const Handle& handle, const Vec3& to, bool symmetric) const override;
    std::vector<HandleNumber> numbers(const Handle& handle) const override;
    Vec3 place_for(const Handle& handle, const std::vector<double>& numbers) const override;
    QString thing() const override;
    QString measures() const override;
    std::string defect() const override;
    void paint(QPainter& painter, const Mapping& mapping) const override;

  private:
    const ColliderState& state() const;
    Vec3 pass() const;   ///< world, unit
    Vec3 middle() const; ///< of its bounds, in its own frame
    void add_points(std::vector<Handle>& out) const;
    Change cleaned(Change change, const Shape& want) const;

    Slot collider_ = -1;
    Shape recorded_, shape_; ///< shape_: with the change, but with the corners that it had
    double round_ = 0.0;
};

class RayHandles : public Handled {
  public:
    /// Requires: a change with `rays`, one of which is cast in the frame of the moment.
    RayHandles(const Session& session, Change change);
    std::vector<Handle> handles(const Mapping& mapping) const override;
    Change dragged(const Handle& handle, const Vec3& to, bool symmetric) const override;
    std::vector<HandleNumber> numbers(const Handle& handle) const override;
    Vec3 place_for(const Handle& handle, const std::vector<double>& numbers) const override;
    QString thing() const override;
    QString measures() const override;
    void paint(QPainter& painter, const Mapping& mapping) const override;

  private:
    double number(const char* key) const { return change_.value(key, 0.0); }
    RayRow recorded_, now_;
};

class ProbeHandles : public Handled {
  public:
    /// Requires: a change with `probes`, one body that is there.
    ProbeHandles(const Session& session, Change change);
    std::vector<Handle> handles(const Mapping& mapping) const override;
    Change dragged(const Handle& handle, const Vec3& to, bool symmetric) const override;
    std::vector<HandleNumber> numbers(const Handle& handle) const override;
    Vec3 place_for(const Handle& handle, const std::vector<double>& numbers) const override;
    QString thing() const override;
    QString measures() const override;
    void paint(QPainter& painter, const Mapping& mapping) const override;

  private:
    std::vector<ProbeDef> probes() const;
    Slot body_ = -1;
};

namespace handle_text {
QString words(const char* text);
QString number(double value);
QString unit(const Session& session);
/// "30 × 20 px": the unit once, at the end.
QString listed(const Session& session, const nlohmann::json& list, std::size_t first, const QString& between);
} // namespace handle_text
/// To a multiple of `grain`; 0: as it is.
double rounded(double value, double grain);
nlohmann::json rounded(const Vec3& values, int axes, double grain);
/// What dragged numbers are rounded to: a power of ten, at most half a pixel.
double grain_of(const Mapping& mapping);

} // namespace oddbounce
