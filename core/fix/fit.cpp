// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/rerun.hpp"

#include <nlopt.hpp>

namespace oddbounce {

namespace {

double difference(const Recording& r, Slot body, const Track& track) {
    double most = 0.0;
    World w = r.world_at(track.first);
    for (std::size_t k = 1; k < track.points.size(); ++k) {
        w.step(r.frames[track.first + k]);
        most = std::max(
            most, glm::length(w.bodies()[static_cast<std::size_t>(body)].pose.at - track.points[k].pose.at));
    }
    return most;
}

struct Tuning {
    const Recording& recording;
    Slot body;
    std::size_t first, last;
    MotionModel model;
    const Control* control;

    double at(double restitution, double friction) const {
        MotionModel m = model;
        m.restitution = restitution, m.friction = friction;
        return difference(recording, body, rerun(recording, body, first, last, m, control));
    }
};

double tuned(const std::vector<double>& x, std::vector<double>&, void* data) {
    return static_cast<const Tuning*>(data)->at(x[0], x[1]);
}

/// Restitution and friction of the best model, where its own colliders' values leave a difference.
void tune(const Tuning& tuning, Fit& best) {
    nlopt::opt search(nlopt::LN_NELDERMEAD, 2);
    search.set_min_objective(tuned, const_cast<Tuning*>(&tuning));
    search.set_lower_bounds({0.0, 0.0}), search.set_upper_bounds({1.5, 2.0});
    search.set_maxeval(60), search.set_initial_step({0.2, 0.3});
    std::vector<double> x{0.5, 0.2};
    double least = best.largest_difference;
    try {
        search.optimize(x, least);
    } catch (const std::exception&) {
        return; // the search gave up: the untuned model stands
    }
    if (least < 0.8 * best.largest_difference)
        best.model.restitution = x[0], best.model.friction = x[1], best.largest_difference = least;
}

} // namespace

Fit fit(const Recording& r, Slot body, std::size_t first, std::size_t last, const Control* control) {
    using Tests = MotionModel::Tests;
    using Answer = MotionModel::Answer;
    Fit best;
    best.frames = last - first;
    for (const Tests tests : {Tests::After, Tests::Swept, Tests::Before})
        for (const Answer answer : {Answer::Slide, Answer::Reflect, Answer::Stop, Answer::Flip})
            for (const bool outside : {true, false})
                for (const bool gate : {true, false}) {
                    if (tests != Tests::After && outside) continue;
                    if (tests == Tests::Swept && !gate) continue; // a sweep meets only what it closes on
                    if (control && control->stop) return best;
                    MotionModel m;
                    m.tests = tests, m.answer = answer, m.outside = outside, m.gate = gate;
                    const double d = difference(r, body, rerun(r, body, first, last, m, control));
                    if (d < best.largest_difference - 1e-9) best.model = m, best.largest_difference = d;
                }
    if (best.largest_difference > r.slop()) tune({r, body, first, last, best.model, control}, best);
    return best;
}

} // namespace oddbounce
