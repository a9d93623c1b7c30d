// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/shake.hpp"

#include "fault/account_text.hpp"
#include "fix/moved_again.hpp"
#include "observation/support.hpp"

#include <boost/math/distributions/beta.hpp>
#include <fmt/format.h>
#include <tbb/parallel_for.h>

#include <atomic>
#include <mutex>
#include <random>
#include <set>

namespace oddbounce {

namespace {

constexpr double most_faster = 0.05;                           // share
constexpr double most_turned = 3.0 * 3.14159265358979 / 180.0; // radians
constexpr double confidence = 0.95;

/// The number of a start decides it, not the thread that it runs in.
ShakenStart start_of(std::uint64_t seed, std::size_t number, double slop) {
    std::mt19937_64 random(seed * 0x9E3779B97F4A7C15ull + number);
    const auto between = [&](double most) { // the same on every machine
        return most * (2.0 * static_cast<double>(random() >> 11) / 9007199254740992.0 - 1.0);
    };
    ShakenStart s;
    s.phase = between(1.0), s.aside = between(slop), s.faster = between(most_faster),
    s.turned = between(most_turned);
    return s;
}

/// One finding moved again from many starts.
class Shaker {
  public:
    Shaker(const Recording& r, const Finding& f, FindingModels models, const FitOptions& options)
        : recording_(r), finding_(f), models_(std::move(models)), options_(options),
          window_(models_.fit.window), worlds_(worlds_of(r, window_.first, window_.last)),
          fixed_(worlds_of(*models_.applied.recording, window_.first, window_.last)),
          steps_(recorded_steps(r, window_.body, window_.first, window_.last)) {
        options_.threads = 1; // the starts run beside each other
        unchanged_.definitions = r.definitions(0, ~std::size_t(0));
        recorded_ = point_of(worlds_.front().body(window_.body));
        for (std::size_t k = 1; k < worlds_.size(); ++k) {
            const Vec3 way =
                worlds_[k].body(window_.body).pose.at - worlds_[k - 1].body(window_.body).pose.at;
            if (glm::length(way) > glm::length(step_)) step_ = way;
        }
        step_ = glm::length(recorded_.velocity) > 0.0 ? recorded_.velocity * worlds_.back().dt() : step_;
    }

    OtherCourses courses(ShakenStart s) const {
        const TrackPoint start = placed(s);
        const auto own = [&](const Tracks& tracks) { return tracks.at(window_.body); };
        return {own(moved(worlds_, false, start)), own(moved(fixed_, true, start))};
    }
    void run(ShakenStart& s) const {
        const TrackPoint start = placed(s);
        s.fails_without = fails(worlds_, unchanged_, false, start);
        s.fails_with = fails(fixed_, models_.applied.edits, true, start);
    }

  private:
    /// A start that would lie in something is only moved along its way, or not at all.
    TrackPoint placed(ShakenStart& s) const {
        TrackPoint p = recorded_;
        if (glm::length(step_) == 0.0) return p;
        const Vec3 across = directions(recording_).across(step_)[0];
        const double speed = glm::length(p.velocity) * (1.0 + s.faster);
        if (speed > 0.0)
            p.velocity = (unit(p.velocity) * std::cos(s.turned) + across * std::sin(s.turned)) * speed;
        const auto free = [&] {
            p.pose.at = recorded_.pose.at + step_ * s.phase + across * s.aside;
            return overlap_at(worlds_.front(), window_.body, p.pose) <=
                   overlap_at(worlds_.front(), window_.body, recorded_.pose) + exact_difference(recording_);
        };
        if (!free()) s.aside = 0.0;
        if (!free()) s.phase = 0.0;
        free();
        return p;
    }
    Tracks moved(const std::vector<World>& worlds, bool with_fix, const TrackPoint& start) const {
        if (models_.engine) {
            const std::pair<Slot, TrackPoint> from{window_.body, start};
            Tracks all = played(worlds, window_.first, models_.engine->pushes,
                                with_fix ? models_.engine_fix : EngineFix(), options_.control,
                                &models_.engine->near, &from);
            return other_than_recorded(worlds, window_.first, std::move(all), window_.body);
        }
        const MotionModel& model = with_fix ? models_.with_fix : models_.fit.model;
        return all_of(window_.body, rerun(worlds, window_.body, window_.first, model, steps_,
                                          options_.control, {}, &start));
    }
    bool fails(const std::vector<World>& worlds, const Edits& edits, bool with_fix,
               const TrackPoint& start) const {
        const auto found = found_in(recording_, window_, moved(worlds, with_fix, start), edits, options_,
                                    finding_.fault, true);
        const std::set<Id> bodies(finding_.bodies.begin(), finding_.bodies.end());
        return std::ranges::any_of(found, [&](const Finding& f) {
            return std::set<Id>(f.bodies.begin(), f.bodies.end()) == bodies ||
                   (bodies.size() == 1 && std::ranges::count(f.bodies, *bodies.begin()) > 0);
        });
    }

    const Recording& recording_;
    const Finding& finding_;
    FindingModels models_;
    FitOptions options_;
    FrameWindow window_;
    std::vector<World> worlds_, fixed_;
    RecordedSteps steps_;
    Edits unchanged_;
    TrackPoint recorded_;
    Vec3 step_{0.0}; // the way that it goes in one step
};

std::string per_cent(double share) { return figure(share * 100.0) + " %"; }

/// Chance that a failing start has more of it than another one: 0.5, it makes no difference.
double ranked(const Shake& s, double ShakenStart::*what, bool ShakenStart::*fails) {
    std::vector<std::pair<double, bool>> all;
    for (const ShakenStart& one : s.starts) all.emplace_back(one.*what, one.*fails);
    std::ranges::sort(all);
    double below = 0.0, won = 0.0, failing = 0.0;
    for (const auto& [value, failed] : all) {
        if (failed)
            won += below, ++failing;
        else
            ++below;
    }
    return failing > 0.0 && below > 0.0 ? won / (failing * below) : 0.5;
}

} // namespace

std::size_t Shake::fails_without() const {
    return static_cast<std::size_t>(std::ranges::count(starts, true, &ShakenStart::fails_without));
}
std::size_t Shake::fails_with() const {
    return static_cast<std::size_t>(std::ranges::count(starts, true, &ShakenStart::fails_with));
}

double upper_bound(std::size_t fails, std::size_t tried) {
    if (fails >= tried) return 1.0;
    const boost::math::beta_distribution<double> beta(static_cast<double>(fails) + 1.0,
                                                      static_cast<double>(tried - fails));
    return boost::math::quantile(beta, confidence);
}

Shake shake(const Recording& r, const Fix& fix, const ShakeOptions& options) {
    Shake out;
    out.fix = fix.name, out.seed = options.seed, out.asked = options.starts;
    const Finding* f = asked_about(apply(fix, r), options.tries, options.finding);
    if (!f) {
        out.unknown = translated("there is no finding that the fix concerns");
        return out;
    }
    out.finding = f->id;
    FindingModels models = models_for(r, fix, *f, options.tries);
    if (out.unknown = models.cannot_start_elsewhere(); !out.unknown.empty()) return out;
    const Shaker shaker(r, *f, std::move(models), {options.tries.project, 1, options.tries.control});
    ShakenStart recorded;
    if (shaker.run(recorded); !recorded.fails_without) {
        out.unknown = translated("the fault does not show in its frames alone");
        return out;
    }
    std::vector<ShakenStart> starts(options.starts);
    std::vector<char> done(options.starts, 0);
    std::mutex mutex;
    std::size_t count = 0;
    const auto one = [&](std::size_t i) {
        if (options.tries.control && options.tries.control->stop) return;
        starts[i] = start_of(options.seed, i, r.slop());
        shaker.run(starts[i]);
        done[i] = !(options.tries.control && options.tries.control->stop);
        const std::lock_guard lock(mutex);
        ++count;
        if (options.tries.control)
            options.tries.control->progress =
                static_cast<double>(count) / static_cast<double>(options.starts);
        if (options.tried) options.tried(count);
    };
    if (options.tries.threads == 1)
        for (std::size_t i = 0; i < starts.size(); ++i) one(i);
    else
        tbb::parallel_for(std::size_t(0), starts.size(), one);
    for (std::size_t i = 0; i < starts.size(); ++i)
        if (done[i]) out.starts.push_back(starts[i]);
    return out;
}

OtherCourses courses_of(const Recording& r, const Fix& fix, const Shake& s, const ShakenStart& start,
                        const TryOptions& tries) {
    const auto f = std::ranges::find(tries.before, s.finding, &Finding::id);
    if (f == tries.before.end()) return {};
    return Shaker(r, *f, models_for(r, fix, *f, tries), {tries.project, 1, tries.control}).courses(start);
}

std::string shake_line(const Shake& s) {
    if (!s.unknown.empty()) return say("cannot tell: {}", s.unknown);
    const std::size_t n = s.starts.size();
    if (n == 0) return translated("no start was tried");
    return say("fails {} of {} without it, {} of {} with it: at most {} (95 %)", s.fails_without(), n,
               s.fails_with(), n, per_cent(upper_bound(s.fails_with(), n)));
}

std::vector<std::string> in_common(const Shake& s) {
    constexpr double clearly = 0.15; // from one half
    const std::size_t with = s.fails_with();
    const bool of_fix = with > 0 && with < s.starts.size();
    const auto fails = of_fix ? &ShakenStart::fails_with : &ShakenStart::fails_without;
    struct Trait {
        double ShakenStart::*what;
        const char *more, *less;
    };
    static const Trait traits[] = {
        {&ShakenStart::phase, "starts that fail are farther along their way",
         "starts that fail are less far along their way"},
        {&ShakenStart::aside, "starts that fail lie more to the left of their way",
         "starts that fail lie more to the right of their way"},
        {&ShakenStart::faster, "starts that fail are faster", "starts that fail are slower"},
        {&ShakenStart::turned, "starts that fail are turned more to the left",
         "starts that fail are turned more to the right"},
    };
    std::vector<std::pair<double, std::string>> found;
    for (const Trait& t : traits) {
        const double more = ranked(s, t.what, fails) - 0.5;
        if (std::abs(more) > clearly)
            found.emplace_back(-std::abs(more), translated(more > 0.0 ? t.more : t.less));
    }
    std::ranges::sort(found);
    std::vector<std::string> out;
    for (auto& [rank, text] : found) out.push_back(std::move(text));
    return out;
}

std::string text_of(const Shake& s) {
    std::string out = fmt::format("{}: {}\n", s.fix.empty() ? "fix" : s.fix, shake_line(s));
    for (const std::string& one : in_common(s)) out += "  " + one + "\n";
    if (s.starts.size() < s.asked && s.unknown.empty())
        out += fmt::format("  stopped after {} of {} starts\n", s.starts.size(), s.asked);
    return out;
}

nlohmann::json json_of(const Shake& s) {
    nlohmann::json out{{"oddb", 1},
                       {"fix", s.fix},
                       {"finding", s.finding},
                       {"seed", s.seed},
                       {"starts", s.starts.size()},
                       {"in_common", in_common(s)}};
    if (!s.unknown.empty()) {
        out["unknown"] = s.unknown;
        return out;
    }
    const auto side = [&](std::size_t fails) {
        nlohmann::json one{{"fails", fails}};
        if (!s.starts.empty()) one["at_most"] = upper_bound(fails, s.starts.size());
        return one;
    };
    out["without"] = side(s.fails_without()), out["with"] = side(s.fails_with());
    for (const ShakenStart& one : s.starts)
        out["tried"].push_back(
            {one.phase, one.aside, one.faster, one.turned, one.fails_without, one.fails_with});
    return out;
}

} // namespace oddbounce
