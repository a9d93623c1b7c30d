// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/rerun.hpp"

#include <nlopt.hpp>

#include <algorithm>

namespace oddbounce {

namespace {

constexpr std::size_t runners = 8;       // models beside the best that are kept
constexpr std::size_t varied_models = 6; // the best simple ones, of which others are made
constexpr std::size_t tuned_models = 6;  // the best untuned ones: values of surfaces may change their order

/// Largest distance between the two courses; at the last frame also where each would be one step later, so
/// that a response given in that frame counts.
double difference(const Recording& r, Slot body, const Track& track) {
    double most = 0.0;
    World w = r.world_at(track.first);
    for (std::size_t k = 1; k < track.points.size(); ++k) {
        w.step(*r.frame(track.first + k));
        const BodyState& recorded = w.body(body);
        const Vec3 apart = recorded.pose.at - track.points[k].pose.at;
        most = std::max(most, glm::length(apart));
        if (k + 1 == track.points.size() && recorded.velocity_known)
            most =
                std::max(most, glm::length(apart + (recorded.velocity - track.points[k].velocity) * w.dt()));
    }
    return most;
}

struct Tuning {
    const Recording& recording;
    Slot body;
    std::size_t first, last;
    MotionModel model;
    const Control* control;
    const std::vector<bool>* touches;

    double at(const std::vector<double>& x) const {
        return difference(recording, body, rerun(recording, body, first, last, with(x), control, touches));
    }
    MotionModel with(const std::vector<double>& x) const {
        MotionModel m = model;
        m.restitution = x[0], m.friction = x[1];
        if (m.again > 0) m.again_share = x[2];
        return m;
    }
};

double tuned(const std::vector<double>& x, std::vector<double>&, void* data) {
    return static_cast<const Tuning*>(data)->at(x);
}

/// Restitution, friction and the share of a second push, where the untuned values leave a difference.
void tune(const Tuning& tuning, Fit& best) {
    std::vector<double> x{0.5, 0.2}, most{1.5, 2.0}, step{0.2, 0.3};
    if (tuning.model.again > 0) x = {0.1, 0.2, 1.0}, most.push_back(2.0), step.push_back(0.3);
    nlopt::opt search(nlopt::LN_NELDERMEAD, static_cast<unsigned>(x.size()));
    search.set_min_objective(tuned, const_cast<Tuning*>(&tuning));
    search.set_lower_bounds(0.0), search.set_upper_bounds(most);
    search.set_maxeval(30 * static_cast<int>(x.size())), search.set_initial_step(step);
    double least = infinity;
    try {
        search.optimize(x, least);
    } catch (const std::exception&) {
        return; // the search gave up: the untuned model stands
    }
    if (least < 0.8 * best.largest_difference) best.model = tuning.with(x), best.largest_difference = least;
}

/// All combinations that are tried; the earlier one wins where two do equally well.
std::vector<MotionModel> models(int again) {
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
    for (const MotionModel::Push push : {MotionModel::Push::Nearest, MotionModel::Push::Up})
        for (const Response response : {Response::Slide, Response::Stop})
            for (const bool gate : {true, false}) {
                MotionModel m;
                m.response = response, m.depenetrate = true, m.gate = gate, m.push = push;
                out.push_back(m);
            }
    return out;
}

/// What gameplay code does otherwise: each tried with the best of the simpler models.
std::vector<MotionModel> variants(const MotionModel& m, bool one_ways) {
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
    with(&MotionModel::tested, MotionModel::Tested::Center);
    with(&MotionModel::tested, MotionModel::Tested::Feet);
    with(&MotionModel::steered, true);
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

Fit fit(const Recording& r, Slot body, std::size_t first, std::size_t last, int again,
        const Control* control) {
    Fit best;
    best.frames = last - first;
    std::vector<std::pair<double, MotionModel>> tried;
    const std::vector<bool> touches = touching_steps(r, body, first, last, control);
    const auto try_model = [&](const MotionModel& m) {
        if (control && control->stop) return;
        const double d = difference(r, body, rerun(r, body, first, last, m, control, &touches));
        tried.emplace_back(std::round(d * 1e9) * 1e-9, m);
    };
    const auto sort = [&] { std::ranges::stable_sort(tried, {}, [](const auto& t) { return t.first; }); };
    for (const MotionModel& m : models(again)) try_model(m);
    sort();
    if (!tried.empty() && tried.front().first > r.slop()) {
        const bool one_ways = has_one_ways(r, first);
        const std::size_t varied = std::min(varied_models, tried.size());
        for (std::size_t i = 0; i < varied; ++i)
            for (const MotionModel& m : variants(MotionModel(tried[i].second), one_ways)) try_model(m);
        sort();
    }
    if (control && control->stop) return best;
    best.model = tried.front().second, best.largest_difference = tried.front().first;
    for (std::size_t i = 0; i < tuned_models && best.largest_difference > r.slop(); ++i)
        tune({r, body, first, last, tried[i].second, control, &touches}, best);
    for (std::size_t i = 0; i < tried.size() && best.runners_up.size() < runners; ++i)
        if (!(tried[i].second == best.model)) best.runners_up.push_back(tried[i]);
    return best;
}

} // namespace oddbounce
