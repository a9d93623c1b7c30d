// SPDX-License-Identifier: GPL-3.0-or-later
// ray-knife-edge: rounding a ray's numbers to the game's float width, or moving it sideways by one ULP,
// changes the collider or the cell that it hits.
#include "fault/account_text.hpp"
#include "fault/ray_look.hpp"
#include "fault/rule.hpp"

namespace oddbounce {

namespace {

Vec3 rounded(const Vec3& v) {
    Vec3 out;
    for (int axis = 0; axis < 3; ++axis) out[axis] = static_cast<double>(static_cast<float>(v[axis]));
    return out;
}

/// How far sideways another answer lies: in ULPs of the ray's numbers along an axis.
struct Beside {
    double ulps = infinity;
    int axis = 0;
};

struct Answer {
    Slot collider = -1;
    std::array<int, 3> cell{}; // of cells
    bool operator==(const Answer&) const = default;
};

class RayKnifeEdgeRule : public Rule {
  public:
    explicit RayKnifeEdgeRule(const RuleContext& context)
        : context_(context), runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                                   [this](RayRun& run, bool) { close(run); }) {}

    void step(const Step& step) override {
        runs_.step(step);
        for (const RayRow& ray : step.frame->rays) {
            const std::optional<Beside> edge = edge_near(step.now, ray);
            if (!edge) {
                runs_.good(ray, step.index);
                continue;
            }
            RayRun& run = runs_.bad(ray, step.index);
            run.measure(-edge->ulps, ray, step.index);
            if (run.casts == 1 || edge->ulps < run.number)
                run.number = edge->ulps, run.ray = ray,
                run.collider = nearest(step.now, ray, near(step.now, ray)).collider;
        }
    }
    void finish() override { runs_.finish(); }

  private:
    int bits(const RayRow& ray) const { return float_bits(context_.recording, ray); }
    int dimensions() const { return context_.recording.header.space; }
    std::vector<Slot> near(const World& w, const RayRow& ray) const {
        const Vec3 p = ray_ulps(context_.recording, ray);
        return near_ray(w, ray, ray.to, 4.0 * p[longest_axis(p)]);
    }

    static Answer nearest(const World& w, const RayRow& ray, const std::vector<Slot>& candidates) {
        Answer out;
        double least = infinity;
        Vec3 where(0.0);
        for (const Slot c : candidates) {
            const RayHit hit = ray_cast(ray.from, ray.to, *at(w, c).geometry, w.body_of(c).pose);
            const double fraction = hit.status == Status::Started ? 0.0 : hit.fraction;
            if (hit.status == Status::None || fraction >= least) continue;
            least = fraction, out.collider = c, where = hit.status == Status::Started ? ray.from : hit.at;
        }
        if (out.collider >= 0 && at(w, out.collider).def->shape.kind == ShapeKind::Cells)
            out.cell = cell_behind(w, out.collider, where, ray.to - ray.from);
        return out;
    }

    /// The log names another cell than the one that is hit, and the point lies on the face, or the edge,
    /// between them: rounding it to a cell decides. How far from there, in ULPs.
    std::optional<Beside> edge_of_face(const World& w, const RayRow& ray) const {
        const std::optional<CellAnswer> cell = cell_answer(w, ray);
        const Vec3 p = ray_ulps(context_.recording, ray);
        const int axis = longest_axis(p);
        const double place = p[axis];
        if (!cell || !cell->wrong() || cell->apart > context_.settings["ray-knife-edge.ulps"] * place)
            return {};
        return Beside{cell->apart / place, axis};
    }
    std::optional<Beside> edge_near(const World& w, const RayRow& ray) const {
        const std::optional<Beside> beside = edge_beside(w, ray);
        return beside ? beside : edge_of_face(w, ray);
    }

    /// How far sideways the answer is another; none where one ULP changes nothing.
    std::optional<Beside> edge_beside(const World& w, const RayRow& ray) const {
        const std::vector<Slot> candidates = near(w, ray);
        if (candidates.empty()) return {};
        const Answer exact = nearest(w, ray, candidates);
        const Vec3 p = ray_ulps(context_.recording, ray), way = unit(ray.to - ray.from);
        std::optional<Beside> least;
        for (int axis = 0; axis < dimensions(); ++axis) {
            const double across = std::sqrt(std::max(0.0, 1.0 - way[axis] * way[axis]));
            if (across < context_.shared.hardly) continue; // along the ray: that is its length
            for (const double side : {-1.0, 1.0}) {
                const auto moved = [&](double by) {
                    RayRow r = ray;
                    r.from[axis] += side * by * p[axis], r.to[axis] += side * by * p[axis];
                    return nearest(w, r, candidates);
                };
                if (moved(1.0) == exact) continue;
                double same = 0.0, other = 1.0;
                for (int i = 0; i < 30; ++i) {
                    const double middle = 0.5 * (same + other);
                    (moved(middle) == exact ? same : other) = middle;
                }
                if (!least || other * across < least->ulps) least = {other * across, axis};
            }
        }
        if (!least && bits(ray) == 32) {
            RayRow r = ray;
            r.from = rounded(ray.from), r.to = rounded(ray.to);
            if (!(nearest(w, r, candidates) == exact)) least = {0.5, widest_across(p, way)};
        }
        return least;
    }

    /// What a fix calls moving the ray along an axis: in space there are two ways aside.
    const char* aside(const RayRow& ray, int axis) const {
        const std::vector<Vec3> across = directions(context_.recording).across(ray.to - ray.from);
        return across.size() > 1 && std::abs(across[1][axis]) > std::abs(across[0][axis]) ? "across"
                                                                                          : "aside";
    }

    /// The axis across the ray along which its numbers have the largest ULP.
    int widest_across(const Vec3& ulps, const Vec3& way) const {
        int widest = -1;
        for (int axis = 0; axis < dimensions(); ++axis)
            if (axis != longest_axis(way) && (widest < 0 || ulps[axis] > ulps[widest])) widest = axis;
        return widest;
    }

    std::string words(const World& w, const RayRow& ray, const Answer& a) const {
        std::string out = answer_text(w, ray, a.collider);
        if (a.collider >= 0 && at(w, a.collider).def->shape.kind == ShapeKind::Cells)
            out += cell_text(a.cell, dimensions());
        return out;
    }

    void close(const RayRun& run) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(run.first);
        const RayRow& ray = run.ray;
        Finding f = ray_finding("ray-knife-edge", r, run, w);
        const Vec3 p = ray_ulps(context_.recording, ray);
        const std::optional<Beside> beside = edge_near(r.world_at(run.worst), ray);
        const double place = p[beside ? beside->axis : widest_across(p, unit(ray.to - ray.from))];
        const auto candidates = near(w, ray);
        const Answer exact = nearest(w, ray, candidates);
        // What the game's width makes of it: rounded, or on the other side of the edge.
        RayRow narrow = ray;
        narrow.from = rounded(ray.from), narrow.to = rounded(ray.to);
        Answer other = nearest(w, narrow, candidates);
        for (int axis = 0; axis < dimensions() && other == exact; ++axis)
            for (const double side : {-1.0, 1.0}) {
                RayRow moved = ray;
                moved.from[axis] += side * p[axis], moved.to[axis] += side * p[axis];
                if (const Answer a = nearest(w, moved, candidates); !(a == exact) && other == exact)
                    other = a;
            }
        const bool of_face = other == exact && edge_of_face(w, ray);
        if (of_face) other = {exact.collider, cell_answer(w, ray)->logged};
        std::vector<Slot> between; // both answers take part
        for (const Slot c : {exact.collider, other.collider})
            if (c >= 0) between.push_back(c);
        name_bodies(w, between, f);
        f.weight = 0.5;
        add_fact(f, "distance", run.number * place, r.header.unit);
        add_fact(f, "ulps", run.number, "ULP");
        add_fact(f, "ulp", place, r.header.unit);
        f.facts.push_back({"answer_32", words(w, ray, bits(ray) == 32 ? other : exact), "text"});
        f.facts.push_back({"answer_64", words(w, ray, bits(ray) == 32 ? exact : other), "text"});
        if (of_face) f.facts.push_back({"logged", words(w, ray, other), "text"});
        if (bits(ray) == 32)
            f.suggest.push_back(
                {translated("compute it in 64 bit"), {{{"rays", ray.name}, {"float_bits", 64}}}});
        if (of_face)
            f.suggest.push_back({translated("walk the cells along the ray instead of rounding one point"),
                                 {{{"rays", ray.name}, {"cells", "walked"}}}});
        else if (exact.collider >= 0 && at(w, exact.collider).def->shape.kind == ShapeKind::Cells)
            f.suggest.push_back(
                {translated("aim it at the middle of a cell, not along an edge"),
                 {{{"rays", ray.name},
                   {aside(ray, beside ? beside->axis : 0), 0.5 * at(w, exact.collider).def->shape.cell}}}});
        else
            f.suggest.push_back({translated("aim it at the middle of what it is to hit, not along an edge"),
                                 nlohmann::json::array()});
        context_.found(std::move(f));
    }

    RuleContext context_;
    RayRuns runs_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<RayKnifeEdgeRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const auto text = [&](const char* key) { return std::get<std::string>(f.fact(key)->value); };
    constexpr double visible = 0.001; // ULP: less is on the edge
    const std::string where = f.number("ulps") < visible
                                  ? translated("exactly over an edge")
                                  : say("{} beside an edge: {} ULP", length_text(r, f.number("distance")),
                                        figure(f.number("ulps")));
    account.at(f.first, say("{} passes {}. One ULP is {} there.", ray_name(f), where,
                            length_text(r, f.number("ulp"))));
    if (f.fact("logged"))
        account.at(f.first,
                   say("The log names {}; the point of the hit lies on the face between the two cells.",
                       text("logged")));
    account.at(f.first, text("answer_32") == text("answer_64")
                            ? say("One ULP more or less changes what it hits, {}.", text("answer_64"))
                            : say("It hits {} in 64 bit, and {} in 32 bit or one ULP aside.",
                                  text("answer_64"), text("answer_32")));
    describe_end(f);
    account.cause(
        translated("the result is rounding-sensitive: the ray passes closer to the edge than the game's "
                   "numbers can tell."));
}

} // namespace

const Fault ray_knife_edge_fault = {
    .id = "ray-knife-edge",
    .title = "Rounding-sensitive ray",
    .what = "Rounding decides what a ray hits.",
    .headline = "'{ray}' of {caster}",
    .headline_alone = "'{ray}'",
    .needs = {Input::Rays},
    .make_rule = make_rule,
    .describe = describe,
    .by_log = always_by_log,
};

} // namespace oddbounce
