// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/probe_changes.hpp"

#include "observation/probe_side.hpp"

#include <algorithm>
#include <set>

namespace oddbounce {

using nlohmann::json;

namespace {

/// In lines along a side, and how many lines there are beside each other.
struct Rows {
    std::size_t columns = 1, rows = 1;
};

/// The rectangle along a side that given places cover.
class Covered {
  public:
    Covered(const std::vector<Vec3>& places, const SideAxes& axes) : axes_(axes) {
        const auto ends = [&](const Vec3& axis) {
            return std::ranges::minmax(places, {}, [&](const Vec3& p) { return glm::dot(p, axis); });
        };
        const auto along = ends(axes.along), aside = ends(axes.aside);
        low_ = along.min, high_ = along.max, near_ = glm::dot(aside.min, axes.aside);
        length_ = glm::dot(high_ - low_, axes.along), width_ = glm::dot(aside.max, axes.aside) - near_;
    }

    /// `count` places or a few less: in a line, or in rows where the farthest two neighbors are nearest to
    /// each other.
    Rows so_many(std::size_t count) const {
        Rows out{count, 1};
        if (!wide()) return out;
        const auto farthest = [&](std::size_t n) {
            const std::size_t rows = count / n;
            return rows < 2 || n < 2 ? infinity : std::max(apart(length_, n), apart(width_, rows));
        };
        for (std::size_t n = 2; n <= count / 2; ++n)
            if (farthest(n) < farthest(out.columns)) out.columns = n;
        out.rows = std::max<std::size_t>(count / out.columns, 1);
        return out;
    }
    /// So that neighbors are no farther apart than `feature`.
    Rows no_wider_than(double feature) const {
        constexpr double most = 10000.0; // as `count` may be
        const auto needed = [&](double length) {
            return static_cast<std::size_t>(std::min(most, std::ceil(length / feature - 1e-9))) + 1;
        };
        return {std::max<std::size_t>(needed(length_), 2),
                wide() ? std::max<std::size_t>(needed(width_), 2) : 1};
    }
    std::vector<Vec3> filled(const Rows& by) const {
        const auto part = [](std::size_t i, std::size_t n) {
            return n < 2 ? 0.0 : static_cast<double>(i) / static_cast<double>(n - 1);
        };
        std::vector<Vec3> out;
        for (std::size_t i = 0; i < by.columns; ++i)
            for (std::size_t k = 0; k < by.rows; ++k) {
                if (by.rows < 2) {
                    out.push_back(low_ + (high_ - low_) * part(i, by.columns));
                    continue;
                }
                const double along = part(i, by.columns) * length_,
                             aside = near_ - glm::dot(low_, axes_.aside) + part(k, by.rows) * width_;
                out.push_back(low_ + axes_.along * along + axes_.aside * aside);
            }
        return out;
    }

  private:
    bool wide() const { return width_ > 1e-9 * length_; }
    static double apart(double length, std::size_t n) { return length / static_cast<double>(n - 1); }

    SideAxes axes_;
    Vec3 low_{0.0}, high_{0.0};
    double near_ = 0.0, length_ = 0.0, width_ = 0.0;
};

class ProbeChange {
  public:
    ProbeChange(const json& change, const Recording& r, const std::map<Id, BodyDef>& bodies,
                std::vector<Recording::Defined>& definitions, const std::string& fix)
        : change_(change), r_(r), bodies_(bodies), definitions_(definitions), fix_(fix) {
        for (const ProbeDef* p : all()) next_ = std::max(next_, p->id + 1);
    }
    bool run() {
        bool hit = false;
        if (change_.contains("places"))
            for (const json& place : change_["places"]) put(place), hit = true;
        if (change_.contains("add"))
            for (const json& point : change_["add"]) hit = add(point_of(point, 0)) || hit;
        const bool other = change_.contains("places") || change_.contains("add");
        return !other || change_.contains("count") || change_.contains("feature") ? spread() : hit;
    }

  private:
    std::vector<const ProbeDef*> all() const {
        std::vector<const ProbeDef*> out;
        for (const Recording::Defined& d : definitions_)
            if (const auto* p = std::get_if<ProbeDef>(&*d.definition)) out.push_back(p);
        return out;
    }
    bool of_target(Id body) const {
        const auto b = bodies_.find(body);
        return b != bodies_.end() && target_matches(change_["probes"], body, b->second.name);
    }
    bool meant(const ProbeDef& p) const {
        if (!of_target(p.body)) return false;
        if (!change_.contains("side")) return true;
        const auto sides = named_sides(r_);
        const auto side = sides.find(change_["side"].get<std::string>());
        return side != sides.end() && glm::dot(unit(p.guards), side->second) > 0.7;
    }
    /// The numbers of a list from `first` on.
    Vec3 point_of(const json& list, std::size_t first) const {
        Vec3 out(0.0);
        for (std::size_t i = first; i < list.size() && i < first + 3; ++i)
            out[static_cast<int>(i - first)] = list[i];
        return out;
    }
    void put(const json& place) {
        bool hit = false;
        for (Recording::Defined& d : definitions_) {
            const auto* p = std::get_if<ProbeDef>(&*d.definition);
            if (!p || static_cast<double>(p->id) != place[0].get<double>() || !of_target(p->body)) continue;
            ProbeDef there = *p;
            there.at = point_of(place, 1), d.definition = std::move(there), hit = true;
        }
        if (!hit) throw BadInput(fix_, 0, "these bodies have no probe " + place[0].dump(), "places");
    }
    /// It guards the side that is asked for, else what the nearest other probe of its body does.
    bool add(const Vec3& at) {
        std::vector<Recording::Defined> fresh;
        for (const auto& [id, body] : bodies_) {
            if (!of_target(id)) continue;
            const ProbeDef* like = nullptr;
            for (const ProbeDef* p : all())
                if (p->body == id && (!like || glm::length(p->at - at) < glm::length(like->at - at)))
                    like = p;
            ProbeDef p;
            p.id = next_++, p.body = id, p.at = at;
            if (change_.contains("side")) {
                const auto sides = named_sides(r_);
                const auto side = sides.find(change_["side"].get<std::string>());
                if (side == sides.end())
                    throw BadInput(fix_, 0, "there is no such side in this space", "side");
                p.guards = side->second;
            } else if (like)
                p.guards = like->guards;
            else
                throw BadInput(fix_, 0,
                               label(body) + " has no probes, so 'side' must say what the new one guards",
                               "side");
            fresh.push_back({defined(id), p});
        }
        definitions_.insert(definitions_.end(), fresh.begin(), fresh.end());
        std::ranges::stable_sort(definitions_, {}, &Recording::Defined::before);
        return !fresh.empty();
    }
    /// The frame before which the body is defined.
    std::size_t defined(Id body) const {
        for (const Recording::Defined& d : definitions_)
            if (const auto* b = std::get_if<BodyDef>(&*d.definition); b && b->id == body) return d.before;
        return 0;
    }
    /// The probes of one side of a body, spread evenly over what they cover.
    bool spread() {
        constexpr double one_side = 0.99; // cosine: probes that guard so alike are of one side
        std::vector<Recording::Defined> out;
        std::set<Id> taken;
        for (const Recording::Defined& d : definitions_) {
            const auto* p = std::get_if<ProbeDef>(&*d.definition);
            if (!p || !meant(*p)) {
                out.push_back(d);
                continue;
            }
            if (!taken.insert(p->id).second) continue;
            const Vec3 guards = unit(p->guards);
            std::vector<Vec3> places;
            for (const ProbeDef* q : all())
                if (q->body == p->body && glm::dot(unit(q->guards), guards) >= one_side)
                    taken.insert(q->id), places.push_back(q->at);
            const Covered covered(places, SideAxes(guards, places, directions(r_)));
            const Rows rows = change_.contains("feature")
                                  ? covered.no_wider_than(change_["feature"])
                                  : covered.so_many(change_.value("count", std::size_t(2)));
            Id id = p->id;
            for (const Vec3& place : covered.filled(rows)) {
                ProbeDef one = *p;
                one.id = std::exchange(id, next_++), one.at = place;
                out.push_back({d.before, one});
            }
        }
        definitions_ = std::move(out);
        return !taken.empty();
    }

    const json& change_;
    const Recording& r_;
    const std::map<Id, BodyDef>& bodies_;
    std::vector<Recording::Defined>& definitions_;
    const std::string& fix_;
    Id next_ = 1;
};

} // namespace

bool change_probes(const json& change, const Recording& r, const std::map<Id, BodyDef>& bodies,
                   std::vector<Recording::Defined>& definitions, const std::string& fix) {
    return ProbeChange(change, r, bodies, definitions, fix).run();
}

} // namespace oddbounce
