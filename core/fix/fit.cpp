// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/fit.hpp"

#include "fix/stepper.hpp"

#include <nlopt.hpp>

#include <algorithm>

namespace oddbounce {

namespace {

constexpr std::size_t kept_models = 256;   // of those tried
constexpr std::size_t varied_models = 128; // simple ones, of those that share
constexpr double hopeless = 10.0;          // times what is near enough: no need to know how much more
constexpr std::size_t tuned_models = 16, tuned_others = 12, tuned_rules = 6; // finely; that are not simple
constexpr int steps_of_search = 40;                                          // for each number

/// A window, and what a rerun of it needs.
struct Course {
    FrameWindow window;
    std::vector<World> worlds;
    RecordedSteps steps;
    const Control* control;

    Course(const Recording& r, const FrameWindow& w, const Control* c)
        : window(w), worlds(worlds_of(r, w.first, w.last, c)),
          steps(recorded_steps(r, w.body, w.first, w.last, c)), control(c) {}

    /// Largest distance between the two courses, of all bodies that the model moves; at the last frame also
    /// where each would be one step later, so that a response given in that frame counts, unless its velocity
    /// is only a mean over it. More than `most`: it is that and something for each frame that is left.
    /// `speed`: FittedModel::speed_difference.
    double difference(const MotionModel& model, double most = infinity, double* speed = nullptr) const {
        double out = 0.0, speeds = 0.0;
        std::size_t k = 0;
        const auto compare = [&](std::size_t at, Slot body, const TrackPoint& p) {
            k = at;
            const BodyState& recorded = worlds[k].body(body);
            const Vec3 apart = recorded.pose.at - p.pose.at;
            out = std::max(out, glm::length(apart));
            const Vec3 faster = (recorded.velocity - p.velocity) * worlds[k].dt();
            if (recorded.velocity_logged) speeds = std::max(speeds, glm::length(faster));
            const auto& touches = steps.of(body).touches;
            const bool mean = !recorded.velocity_logged && !touches.empty() && !touches.back().empty();
            if (k + 1 == worlds.size() && recorded.velocity_known && !mean)
                out = std::max(out, glm::length(apart + faster));
            return out <= most;
        };
        rerun(worlds, window.body, window.first, model, steps, control, compare);
        if (speed) *speed = speeds;
        if (out > most) out = most * (1.0 + static_cast<double>(worlds.size() - k));
        if (out <= most && k + 1 < worlds.size() && !model.as_recorded.empty()) return infinity;
        return std::round(out * 1e9) * 1e-9;
    }
    bool by_code() const { return moved_by_code(worlds.front(), window.body, steps); }
    /// Something that it touches turns it.
    bool responds() const {
        return std::ranges::any_of(steps.touches, [](const std::vector<Hit>& hits) {
            return std::ranges::any_of(hits, &Hit::responded);
        });
    }
    /// The body goes otherwise in step `k` than in the one before.
    bool turns(Slot body, std::size_t k) const {
        if (k < 2 || k >= worlds.size()) return false;
        const Vec3 was = worlds[k - 1].motion_since(worlds[k - 2], body).travel(),
                   is = worlds[k].motion_since(worlds[k - 1], body).travel(),
                   fall = worlds[k].recording().header.gravity * worlds[k].dt() * worlds[k].dt();
        return glm::length(is - was - fall) > worlds[k].recording().slop();
    }
    /// Other bodies that it touches, that may take their part, and that are turned then.
    std::set<Slot> partners(const MotionModel& model) const {
        MotionModel any = model;
        any.other_takes = MotionModel::OtherTakes::Half;
        std::set<Slot> out;
        for (std::size_t k = 1; k <= steps.touches.size() && k < worlds.size(); ++k)
            for (const Hit& h : steps.touches[k - 1])
                if (const Slot body = at(worlds[k], h.other).body;
                    may_join(any, worlds[k], body) && (turns(body, k) || turns(body, k + 1)))
                    out.insert(body);
        return out;
    }
};

/// The same models where other bodies take their part, first: they tell more.
void add_shared(std::vector<MotionModel>& models, bool by_mass) {
    using OtherTakes = MotionModel::OtherTakes;
    std::vector<MotionModel> out;
    for (const OtherTakes takes : {OtherTakes::Half, OtherTakes::Same, OtherTakes::All, OtherTakes::ByMass})
        if (takes != OtherTakes::ByMass || by_mass)
            for (const MotionModel& m : models) out.push_back(m), out.back().other_takes = takes;
    out.insert(out.end(), models.begin(), models.end());
    models = std::move(out);
}

struct Tuning {
    const std::vector<const Course*>& courses;
    MotionModel model;
    std::string kind = {}; ///< whose rule is tuned; empty: the model's own

    MotionModel with(const std::vector<double>& x) const {
        MotionModel m = model;
        TouchRule& rule = kind.empty() ? m.rule() : m.at_kind[kind];
        rule.restitution = x[0], rule.friction = x[1];
        if (m.again > 0) m.again_share = x[2];
        return m;
    }
    /// More than `most`: any number that is more.
    double sum(const MotionModel& m, double most = infinity) const {
        double out = 0.0;
        for (const Course* c : courses)
            if (out <= most) out += c->difference(m, most);
        return out;
    }
};

double tuned(const std::vector<double>& x, std::vector<double>&, void* data) {
    const Tuning& t = *static_cast<const Tuning*>(data);
    return t.sum(t.with(x));
}

/// The best of some values for restitution, friction and the share of a second push. None: all of them are
/// farther off than `most`.
std::optional<FittedModel> coarsely_tuned(const std::vector<const Course*>& courses,
                                          const FittedModel& untuned, double most) {
    const Tuning tuning{courses, untuned.model};
    FittedModel best;
    double least = most;
    for (const double restitution : {0.0, 0.25, 0.5, 0.75, 1.0, 1.25})
        for (const double friction : {0.0, 0.3})
            for (const double share : {1.0, 0.5}) {
                if (untuned.model.again == 0 && share < 1.0) continue;
                const MotionModel m = tuning.with({restitution, friction, share});
                if (const double sum = tuning.sum(m, least); sum < least) least = sum, best.model = m;
            }
    if (least >= most) return {};
    best.difference = courses.front()->difference(best.model, infinity, &best.speed_difference);
    return best;
}

/// These numbers searched for from there on. None: the search finds nothing better.
std::optional<FittedModel> finely_tuned(const std::vector<const Course*>& courses, const FittedModel& coarse,
                                        const std::string& kind = {}) {
    Tuning tuning{courses, coarse.model, kind};
    const TouchRule& rule = coarse.model.rule_at(kind);
    std::vector<double> x{*rule.restitution, *rule.friction}, most{1.5, 2.0}, step{0.1, 0.2};
    if (coarse.model.again > 0)
        x.push_back(coarse.model.again_share), most.push_back(2.0), step.push_back(0.2);
    nlopt::opt search(nlopt::LN_NELDERMEAD, static_cast<unsigned>(x.size()));
    search.set_min_objective(tuned, &tuning);
    search.set_lower_bounds(0.0), search.set_upper_bounds(most);
    search.set_maxeval(steps_of_search * static_cast<int>(x.size())), search.set_initial_step(step);
    double least = infinity;
    try {
        search.optimize(x, least);
    } catch (const std::exception&) {
        return {}; // the search gave up: the coarse values stand
    }
    std::vector<double> without = x;
    without[1] = 0.0;                 // friction that changes nothing was not seen
    constexpr double rounding = 1e-9; // unit
    if (const double d = tuning.sum(tuning.with(without)); d <= least * 1.01 + rounding)
        x = without, least = d;
    if (least >= tuning.sum(coarse.model)) return {};
    FittedModel best{tuning.with(x)};
    best.difference = courses.front()->difference(best.model, infinity, &best.speed_difference);
    return best;
}

/// All combinations that are tried; the earlier one wins where two do equally well.
/// `by_code`: what only a game's own code does, no solver.
std::vector<MotionModel> models(int again, int space, bool by_code) {
    using Tests = MotionModel::Tests;
    using Response = MotionModel::Response;
    std::vector<MotionModel> out;
    for (const Tests tests : {Tests::After, Tests::Swept, Tests::Before})
        for (const Response response :
             {Response::Slide, Response::Reflect, Response::Stop, Response::Reverse, Response::ReverseAll})
            for (const bool depenetrate : {true, false})
                for (const bool gate : {true, false}) {
                    if (tests != Tests::After && depenetrate) continue;
                    MotionModel m;
                    m.tests = tests, m.response = response, m.depenetrate = depenetrate, m.gate = gate;
                    if (tests != Tests::Swept || gate) out.push_back(m); // a sweep meets what it closes on
                    m.again = again;
                    if (again > 0 && !gate) out.push_back(m);
                }
    for (const Response response : {Response::Slide, Response::Reflect, Response::Reverse})
        for (const bool gate : {true, false}) {
            if (!by_code) break; // the face that is nearest turns it, and does not push it out
            MotionModel m;
            m.response = response, m.gate = gate, m.push = MotionModel::Push::Nearest;
            out.push_back(m);
        }
    for (const Response response : {Response::ReverseX, Response::ReverseY, Response::ReverseZ})
        for (const MotionModel::Push push : {MotionModel::Push::Back, MotionModel::Push::Nearest})
            for (const bool depenetrate : {true, false})
                for (const bool gate : {true, false}) {
                    if (!depenetrate && push != MotionModel::Push::Back) continue;
                    if (response == Response::ReverseZ && space == 2) continue;
                    MotionModel m;
                    m.response = response, m.depenetrate = depenetrate, m.gate = gate, m.push = push;
                    out.push_back(m);
                }
    for (const Response response : {Response::Return, Response::PushOut, Response::ReturnStop})
        for (const bool gate : {true, false}) {
            MotionModel m;
            m.response = response, m.depenetrate = true, m.gate = gate;
            out.push_back(m);
        }
    for (const MotionModel::Push push : {MotionModel::Push::Nearest, MotionModel::Push::Up})
        for (const Response response :
             {Response::Slide, Response::Stop, Response::Reverse, Response::Reflect})
            for (const bool gate : {true, false}) {
                MotionModel m;
                m.response = response, m.depenetrate = true, m.gate = gate, m.push = push;
                out.push_back(m);
            }
    // Who mirrors a velocity thinks of no restitution.
    for (std::size_t i = 0, simple = out.size(); by_code && i < simple; ++i)
        if (out[i].response == Response::Reflect) {
            MotionModel mirrors = out[i];
            mirrors.restitution = 1.0, out.push_back(mirrors);
        }
    return out;
}

/// What gameplay code does otherwise: each tried with the best of the simpler models.
std::vector<MotionModel> variants(const MotionModel& m, bool one_ways, bool may_be_steered, bool by_code) {
    std::vector<MotionModel> out;
    const auto with = [&](auto member, auto value) {
        MotionModel other = m;
        other.*member = value;
        if (!(other == m)) out.push_back(other);
    };
    if (m.tests != MotionModel::Tests::Before) {
        with(&MotionModel::axes, MotionModel::Axes::XThenY);
        with(&MotionModel::axes, MotionModel::Axes::YThenX);
    }
    if (m.other_takes != MotionModel::OtherTakes::None && m.tests != MotionModel::Tests::Swept)
        with(&MotionModel::movers_first, true);
    with(&MotionModel::tested, MotionModel::Tested::Center);
    with(&MotionModel::tested, MotionModel::Tested::Feet);
    if (may_be_steered) with(&MotionModel::steered, true);
    if (m.tests == MotionModel::Tests::After && by_code)
        for (const int substeps : {2, 4, 8}) {
            out.push_back(m);
            out.back().tests = MotionModel::Tests::Substeps, out.back().substeps = substeps;
        }
    if (!m.gate) with(&MotionModel::once, true);
    if (one_ways) {
        with(&MotionModel::one_way, MotionModel::OneWay::Falling);
        with(&MotionModel::one_way, MotionModel::OneWay::FeetAbove);
    }
    return out;
}

bool has_one_ways(const Recording& r, std::size_t index) {
    const World w = r.world_at(index);
    for (const ColliderState& c : w.colliders())
        if (c.def && c.def->role == Role::OneWay) return true;
    return false;
}

} // namespace

double exact_difference(const Recording& r) { return 0.01 * r.slop() + 2.0 * r.rounding(); }

double difference(const Recording& r, const FrameWindow& window, const MotionModel& model) {
    return Course(r, window, nullptr).difference(model);
}

std::optional<MotionModel> with_rule_for(const Recording& r, const MotionModel& model,
                                         const std::string& kind, const std::vector<FrameWindow>& windows,
                                         double near_enough, const Control* control) {
    std::vector<Course> courses;
    for (const FrameWindow& w : windows) courses.emplace_back(r, w, control);
    std::vector<const Course*> all;
    for (const Course& c : courses) all.push_back(&c);
    if (courses.empty() || std::ranges::none_of(courses, &Course::responds)) return {};
    const double exact = exact_difference(r), enough = courses.size() > 1 ? near_enough : exact;
    MotionModel with = model;
    with.as_recorded.erase(kind);
    FittedModel best;
    const auto take = [&](const MotionModel& m) {
        double most = 0.0;
        for (const Course& c : courses)
            if (most <= best.difference) most = std::max(most, c.difference(m, best.difference));
        if (most < best.difference) best = {m, most};
    };
    take(with); // as at all else
    std::vector<TouchRule> rules;
    for (const bool afterwards : {true, false})
        for (MotionModel m : models(0, r.header.space, courses.front().by_code())) {
            m.afterwards = afterwards;
            if (m.tests == (afterwards ? MotionModel::Tests::After : model.tests) &&
                std::ranges::find(rules, m.rule()) == rules.end())
                rules.push_back(m.rule());
        }
    const auto exact_yet = [&] { return best.difference <= exact || (control && control->stop); };
    for (const TouchRule& rule : rules)
        if (!exact_yet()) with.at_kind[kind] = rule, take(with);
    std::vector<FittedModel> coarse;
    for (const TouchRule& rule : rules) {
        if (exact_yet()) break;
        with.at_kind[kind] = rule;
        const Tuning tuning{all, with, kind};
        FittedModel& one = coarse.emplace_back();
        for (const double restitution : {0.0, 0.25, 0.5, 0.75, 1.0, 1.25})
            for (const double friction : {0.0, 0.3}) {
                const MotionModel m = tuning.with({restitution, friction, 1.0});
                if (const double sum = tuning.sum(m, one.difference); sum < one.difference) one = {m, sum};
            }
    }
    std::ranges::stable_sort(coarse, {}, &FittedModel::difference);
    for (std::size_t i = 0; i < std::min(coarse.size(), tuned_rules) && !exact_yet(); ++i) {
        take(coarse[i].model);
        if (const auto finer = finely_tuned(all, coarse[i], kind)) take(finer->model);
    }
    return best.difference <= enough ? std::optional(best.model) : std::nullopt;
}

std::vector<FittedModel> fit(const Recording& r, const FrameWindow& window, int again, double near_enough,
                             const std::vector<FrameWindow>& held_out, const Control* control,
                             const std::vector<MotionModel>& known, const MotionModel& base) {
    std::vector<FittedModel> tried;
    const Course course(r, window, control);
    const double exact = exact_difference(r);
    const auto try_model = [&](const MotionModel& m) {
        if (control && control->stop) return;
        FittedModel& one = tried.emplace_back(FittedModel{m});
        one.difference = course.difference(m, hopeless * near_enough, &one.speed_difference);
    };
    const auto sort = [&] { std::ranges::stable_sort(tried, {}, &FittedModel::difference); };
    for (const MotionModel& m : known) try_model(m);
    if (!known.empty()) {
        if (tried.empty() || tried.front().difference > near_enough) tried.clear();
        return tried;
    }
    std::vector<MotionModel> simple = models(again, r.header.space, course.by_code());
    for (MotionModel& m : simple)
        m.as_recorded = base.as_recorded, m.partners = base.partners, m.at_kind = base.at_kind;
    std::vector<Course> held;
    for (const FrameWindow& w : held_out) held.emplace_back(r, w, control);
    std::set<Slot> partners;
    if (course.by_code()) {
        partners = course.partners(base);
        for (const Course& c : held) partners.merge(c.partners(base));
    }
    const std::size_t varied = partners.empty() ? ~std::size_t(0) : varied_models;
    if (!partners.empty()) {
        const auto mass = [&](Slot b) { return course.worlds.back().body(b).def->mass; };
        add_shared(simple,
                   std::ranges::any_of(partners, [&](Slot b) { return mass(b) != mass(window.body); }));
    }
    for (const MotionModel& m : simple) try_model(m);
    sort();
    /// As near as can be, and it tells all.
    const auto best_of_all = [&](const FittedModel& m) {
        return m.both() <= exact && (partners.empty() || m.shares());
    };
    if (std::ranges::none_of(tried, best_of_all)) {
        const bool one_ways = has_one_ways(r, window.first);
        simple.clear(); // those that follow the game longest
        for (const FittedModel& m : tried)
            if (simple.size() < varied && (partners.empty() || m.shares())) simple.push_back(m.model);
        for (const MotionModel& m : simple)
            for (const MotionModel& other :
                 variants(m, one_ways, !r.header.has(Channel::Desired), course.by_code()))
                try_model(other);
        sort();
    }
    const auto hold_out = [&](FittedModel& m) {
        for (const Course& c : held)
            if (m.difference <= near_enough) m.held_out = std::max(m.held_out, c.difference(m.model));
    };
    // Who moves the other body as well tells more, if it comes about as near.
    const auto sort_by_both = [&] {
        double best = infinity;
        for (const FittedModel& m : tried)
            if (m.difference <= near_enough) best = std::min(best, m.both());
        std::ranges::stable_sort(tried, {}, [&](const FittedModel& m) {
            const bool tells_less = !m.shares() || m.both() > about_as_near(best, exact);
            return std::tuple(m.difference > near_enough, tells_less, m.both(), m.speed_difference > exact);
        });
    };
    // To be tuned: the simple models, since values change their order, and the best of the others.
    std::vector<FittedModel> untuned;
    std::size_t plain = 0, others = 0;
    for (const FittedModel& m : tried)
        if (std::ranges::find(simple, m.model) != simple.end() ? plain++ < varied : others++ < tuned_others)
            untuned.push_back(m);
    if (tried.size() > kept_models) tried.resize(kept_models);
    for (FittedModel& m : tried) hold_out(m);
    sort_by_both();
    // Values of surfaces show in a response: where the window has none, in another occurrence.
    std::vector<std::vector<const Course*>> trained{{&course}};
    if (!held.empty()) {
        const auto shown = std::ranges::find_if(held, &Course::responds);
        trained.push_back({&course, shown == held.end() ? &held.front() : &*shown});
    }
    const auto goes_on = [&] {
        return !tried.empty() && !best_of_all(tried.front()) && !(control && control->stop);
    };
    for (const auto& courses : trained) {
        std::vector<FittedModel> coarse;
        for (const FittedModel& m : untuned)
            if (goes_on())
                if (auto best = coarsely_tuned(courses, m, hopeless * near_enough))
                    hold_out(coarse.emplace_back(std::move(*best)));
        std::ranges::stable_sort(coarse, {}, &FittedModel::both);
        for (const bool shares : {true, false}) {
            std::size_t tuned = 0;
            for (const FittedModel& m : coarse) {
                if (m.shares() != shares) continue;
                if (tuned++ == tuned_models || !goes_on()) break;
                tried.push_back(m);
                if (auto better = finely_tuned(courses, m)) hold_out(*better), tried.push_back(*better);
            }
        }
    }
    sort_by_both();
    if (control && control->stop) return {};
    if (!tried.empty() && tried.front().difference > near_enough) // it was not followed to its end
        tried.front().difference = course.difference(tried.front().model);
    return tried;
}

} // namespace oddbounce
