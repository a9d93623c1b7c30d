// SPDX-License-Identifier: GPL-3.0-or-later
// ray-wrong-answer: the logged hit is not what the shapes of its frame give, in any reading (see `right`).
#include "fault/account_text.hpp"
#include "fault/ray_look.hpp"
#include "fault/rule.hpp"
#include "observation/measures.hpp"

#include <set>

namespace oddbounce {

namespace {

constexpr Excuse just_there =
    excuse("just-put", "what it hits, or should hit, was only put there in this frame");
constexpr Excuse another_reading =
    excuse("another-reading", "not the plain result, but right where a start inside, its own colliders or "
                              "one-ways do not count, in the frame before, or a hair aside");
constexpr const Excuse* wrong_answer_excuses[] = {&just_there, &another_reading};

class RayWrongAnswerRule : public Rule {
  public:
    explicit RayWrongAnswerRule(const RuleContext& context)
        : context_(context), runs_(static_cast<std::size_t>(context.settings["run.holes"]),
                                   [this](RayRun& run, bool) { wrong_.push_back(run); }),
          blind_(static_cast<std::size_t>(context.settings["run.holes"]),
                 [this](RayRun& run, bool) { passed_.push_back(run); }) {}
    void step(const Step& step) override {
        runs_.step(step), blind_.step(step);
        for (const RayRow& ray : step.frame->rays) {
            const Slot hit = logged(context_.recording, ray);
            look_for_blind(step, ray, hit);
            if (hit >= 0) ++hits_[{ray.name, kind_of(step.now, hit)}], ++casts_[ray.name];
            const auto all = look_along(step.now, ray);
            const bool blind = hit < 0 && std::any_of(all.begin(), all.end(), [&](const RayMeets& m) {
                                   return m.inside && is_own(step.now, ray, m.collider);
                               });
            const bool self = blind || is_own(step.now, ray, hit); // that is ray-self-hit
            const Slot should = answer(step.now, ray, all);
            // An engine may not know yet what has just been put there.
            const auto just_put = [&](Slot c) {
                return c >= 0 && (step.now.body_of(c).fresh || step.now.body_of(c).teleported);
            };
            const auto passes = [&](const Excuse& e) {
                return context_.passes_ray(e, step.index, step.index, ray);
            };
            if ((just_put(should) || just_put(hit)) && passes(just_there)) continue;
            const auto some_reading = [&] {
                return right(step.now, ray, hit, all) ||
                       right(step.before, ray, hit, look_along(step.before, ray)) ||
                       nearly_right(step.now, ray, hit) || nearly_right(step.before, ray, hit);
            };
            const bool collider_is_right =
                self || (some_reading() && (should == hit || passes(another_reading)));
            if (collider_is_right && !wrong_cell(step, ray)) {
                runs_.good(ray, step.index);
                continue;
            }
            RayRun& run = runs_.bad(ray, step.index);
            run.measure(1.0, ray, step.index);
            if (run.casts == 1) run.collider = collider_is_right ? hit : should;
        }
    }
    void finish() override {
        runs_.finish(), blind_.finish();
        for (const RayRun& run : wrong_)
            ++times_[{run.ray.name, kind_of(context_.recording.world_at(run.first), run.collider)}];
        for (const RayRun& run : wrong_) close(run);
        // Its layers leave a body out though it hits others of that kind.
        for (const RayRun& run : passed_)
            if (kinds_.count({run.ray.name, kind_of(context_.recording.world_at(run.first), run.collider)}))
                close(run);
    }

  private:
    static const std::string& kind_of(const World& w, Slot c) {
        static const std::string none;
        return w.body_of(c).def ? w.body_of(c).def->kind : none;
    }

    /// What it passes through because of its layers, nearer than what it hits.
    void look_for_blind(const Step& step, const RayRow& ray, Slot hit) {
        if (!ray.layers || ray.name.empty()) return;
        const World& w = step.now;
        if (hit >= 0 && !is_own(w, ray, hit) && !kind_of(w, hit).empty())
            kinds_.insert({ray.name, kind_of(w, hit)});
        RayRow any = ray;
        any.layers.reset();
        for (const RayMeets& m : look_along(w, any)) {
            if (m.collider == hit) break;
            const std::string& layer = layer_of(w, m.collider);
            const bool left_out =
                std::find(ray.layers->begin(), ray.layers->end(), layer) == ray.layers->end();
            const bool grazes =
                (m.exit - m.fraction) * glm::length(ray.to - ray.from) <= context_.recording.slop();
            if (!left_out || m.inside || grazes || is_own(w, ray, m.collider) ||
                kind_of(w, m.collider).empty() || at(w, m.collider).def->role != Role::Solid)
                continue;
            RayRun& run = blind_.bad(ray, step.index);
            run.measure(1.0, ray, step.index);
            if (run.casts == 1) run.collider = m.collider, run.blind = true;
            return;
        }
        blind_.good(ray, step.index);
    }

    static constexpr std::size_t enough_casts = 10, enough_times = 3;

    /// Nobody says what the ray looks for, and it never hits what it passed.
    bool left_out(const RayRun& run, const World& w) const {
        const std::string& kind = kind_of(w, run.collider);
        return !run.ray.layers && logged(context_.recording, run.ray) >= 0 && !kind.empty() &&
               hits_.count({run.ray.name, kind}) == 0;
    }

    /// It names a cell that it does not come near, neither now nor in the frame before.
    bool wrong_cell(const Step& step, const RayRow& ray) const {
        const Vec3 ulps = ray_ulps(context_.recording, ray);
        const double rounding =
            context_.recording.rounding() +
            std::max(context_.settings["ray-wrong-answer.cell"] * context_.recording.slop(),
                     context_.settings["ray-knife-edge.ulps"] * ulps[longest_axis(ulps)]);
        const auto wrong = [&](const World& w) {
            const std::optional<CellAnswer> cell = cell_answer(w, ray);
            return cell && cell->wrong() && cell->apart > rounding;
        };
        return wrong(step.now) && wrong(step.before);
    }

    /// The plain reading: the first thing that is not the caster's own.
    static Slot answer(const World& w, const RayRow& ray, const std::vector<RayMeets>& all) {
        for (const RayMeets& m : all)
            if (!is_own(w, ray, m.collider)) return m.collider;
        return -1;
    }

    /// Games read a start inside, their own colliders and one-ways either way: any reading will do.
    bool right(const World& w, const RayRow& ray, Slot hit, const std::vector<RayMeets>& all) const {
        const double near = (context_.recording.slop() + context_.recording.rounding()) /
                            std::max(glm::length(ray.to - ray.from), 1e-12);
        for (int reading = 0; reading < 8; ++reading) {
            const RayMeets* first = nullptr;
            const RayMeets* own = nullptr;
            for (const RayMeets& m : all) {
                if ((reading & 1) && m.inside) continue;
                if ((reading & 2) && is_own(w, ray, m.collider)) continue;
                if ((reading & 4) &&
                    w.colliders()[static_cast<std::size_t>(m.collider)].def->role == Role::OneWay)
                    continue;
                if (!first) first = &m;
                if (m.collider == hit && !own) own = &m;
            }
            if (!first && hit < 0) return true;
            if (first && own && own->fraction <= first->fraction + near) return true; // side by side: a seam
            if (first && hit < 0 && first->fraction > 1.0 - near) return true;        // at its very end
        }
        return false;
    }
    /// A ray that grazes: a slop's hundredth aside, or what places are rounded by, the answer is another.
    bool nearly_right(const World& w, const RayRow& ray, Slot hit) const {
        const Vec3 way = ray.to - ray.from;
        const double length = glm::length(way);
        if (length == 0.0) return true;
        const double aside = 0.01 * context_.recording.slop() + context_.recording.rounding();
        for (const Vec3& side : directions(context_.recording).across(way))
            for (const double by : {-aside, aside}) {
                RayRow moved = ray;
                moved.from += side * by, moved.to += side * by;
                if (right(w, moved, hit, look_along(w, moved))) return true;
            }
        return false;
    }

    void close(const RayRun& run) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(run.first);
        Finding f = ray_finding("ray-wrong-answer", r, run, w);
        f.weight = run.blind ? 0.5 : 0.6;
        if (run.blind) {
            f.grade = Grade::Hint;
            f.assumes =
                say("'{}' hits other bodies of the kind '{}'", run.ray.name, kind_of(w, run.collider));
            f.facts.push_back({"layer", layer_of(w, run.collider), "text"});
        }
        if (!run.blind && left_out(run, w)) {
            const std::string& kind = kind_of(w, run.collider);
            const bool always =
                casts_.at(run.ray.name) >= enough_casts && times_.at({run.ray.name, kind}) >= enough_times;
            f.grade = always ? Grade::Hint : Grade::Likely;
            f.assumes = say("'{}' hits no '{}' at all: it may leave them out, and `layers` are not logged",
                            run.ray.name, kind);
        }
        const Slot hit = logged(r, run.ray);
        if (hit >= 0 && w.body_of(hit).def) {
            f.colliders.push_back(*run.ray.hit);
            const Id body = w.body_of(hit).def->id;
            if (std::find(f.bodies.begin(), f.bodies.end(), body) == f.bodies.end())
                f.bodies.push_back(body), f.names.push_back(body_name(r, body));
        }
        const std::optional<CellAnswer> cell = cell_answer(w, run.ray);
        const bool of_cell = cell && hit == run.collider;
        f.facts.push_back({"logged",
                           answer_text(w, run.ray, hit) +
                               (of_cell ? cell_text(cell->logged, w.recording().header.space) : ""),
                           "text"});
        f.facts.push_back({"answer",
                           answer_text(w, run.ray, run.collider) +
                               (of_cell ? cell_text(cell->right, w.recording().header.space) : ""),
                           "text"});
        if (of_cell) add_fact(f, "apart", cell->apart, r.header.unit);
        RayRow shown = run.ray;
        if (run.blind) shown.layers.reset();
        for (const RayMeets& m : look_along(w, shown)) {
            if (m.collider != run.collider) continue;
            const Vec3 there = run.ray.from + (run.ray.to - run.ray.from) * m.fraction;
            f.marks.push_back({f.first, there, run.ray.at.value_or(run.ray.to), false,
                               say("hits {} first", answer_text(w, run.ray, run.collider))});
            break;
        }
        if (run.blind)
            f.suggest.push_back(
                {say("add the layer '{}' to the layers of the ray",
                     std::get<std::string>(f.fact("layer")->value)),
                 {{{"rays", run.ray.name}, {"add_layer", std::get<std::string>(f.fact("layer")->value)}}}});
        else if (of_cell)
            f.suggest.push_back({translated("walk the cells along the ray instead of rounding one point"),
                                 {{{"rays", run.ray.name}, {"cells", "walked"}}}});
        else if (run.ray.step && run.collider >= 0)
            f.suggest.push_back(
                {translated("a shorter stride: a thinner collider is stepped over"),
                 {{{"rays", run.ray.name}, {"stride", 0.5 * at(w, run.collider).geometry->extent()}}}});
        else if (hit >= 0 && run.collider >= 0)
            f.suggest.push_back({translated("take the nearest hit, not the first that is found"),
                                 {{{"rays", run.ray.name}, {"take", "nearest"}}}});
        else
            f.suggest.push_back({translated("check the layers of the ray, and when in the step it is cast"),
                                 nlohmann::json::array()});
        context_.found(std::move(f));
    }
    RuleContext context_;
    RayRuns runs_, blind_;
    std::vector<RayRun> passed_; // by blind rays
    std::vector<RayRun> wrong_;
    using NameAndKind = std::pair<std::string, std::string>; // of a ray, of a body
    std::map<NameAndKind, std::size_t> hits_, times_;        // times_: of wrong ones, by what they passed
    std::map<std::string, std::size_t> casts_;               // that hit anything, by name
    std::set<std::pair<std::string, std::string>> kinds_;    // name of a ray, kind of a body that it hit
};

void describe_wrong_answer(const Recording&, Finding& f) {
    AccountWriter account(f);
    const Fact* layer = f.fact("layer");
    if (layer)
        account.at(f.first,
                   say("{} passes through {}, which is on the layer '{}', and reports {}.", ray_name(f),
                       std::get<std::string>(f.fact("answer")->value), std::get<std::string>(layer->value),
                       std::get<std::string>(f.fact("logged")->value)));
    else
        account.at(f.first, say("{} reports {}. By the shapes of this frame it hits {} first.", ray_name(f),
                                std::get<std::string>(f.fact("logged")->value),
                                std::get<std::string>(f.fact("answer")->value)));
    describe_end(f);
    account.cause(translated(
        layer             ? "its layers leave that one out, though it hits other bodies of the same kind."
        : f.fact("apart") ? "the cell is not the one that the ray enters: it is looked up at another point."
        : std::get<std::string>(f.fact("logged")->value) == translated("nothing")
            ? "its layers, its stride, or the moment of the step at which it is cast make it miss."
            : "it does not report the nearest hit."));
}

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<RayWrongAnswerRule>(context);
}

} // namespace

const Fault ray_wrong_answer_fault = {
    .id = "ray-wrong-answer",
    .title = "Wrong ray result",
    .what = "A ray reports another hit than the shapes give.",
    .headline = "'{ray}' of {caster}",
    .headline_alone = "'{ray}'",
    .needs = {Input::Rays},
    .make_rule = make_rule,
    .describe = describe_wrong_answer,
    .by_log = always_by_log,
    .excuses = wrong_answer_excuses,
};

} // namespace oddbounce
