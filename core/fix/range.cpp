// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/range.hpp"

#include "fault/account_text.hpp"
#include "recording/bad_input.hpp"

#include <fmt/format.h>

namespace oddbounce {

namespace {

std::string value_text(const FixNumber& n, double value, const Recording& r) {
    return n.length() ? length_text(r, value) : figure(value);
}

RangePoint tried(const Recording& r, const Fix& fix, double value, const TryOptions& options) {
    RangePoint out;
    out.value = value;
    try {
        const Verdict v = try_fix(r, fix, options);
        out.verdict = verdict_line(v);
        out.fixed = v.fixed.size(), out.left = v.kept.size() + v.changed.size(),
        out.unclear = v.unclear.size(), out.fresh = v.fresh.size();
        out.outcome = v.fixes_all() && !v.nothing_to_fix() ? RangePoint::Works
                      : v.unclear.empty()                  ? RangePoint::Fails
                                                           : RangePoint::Unclear;
    } catch (const BadInput& e) {
        out.verdict = e.what();
    }
    return out;
}

/// Evenly spread, whole where the number is; each once.
std::vector<double> spread(const FixNumber& n, double from, double to, std::size_t count) {
    std::vector<double> out;
    count = std::max<std::size_t>(count, 2);
    for (std::size_t i = 0; i < count; ++i) {
        const double even = from + (to - from) * static_cast<double>(i) / static_cast<double>(count - 1),
                     value = n.whole() ? std::round(even) : even;
        if (out.empty() || value > out.back()) out.push_back(value);
    }
    return out;
}

/// Tries values of one number, each once.
class Trial {
  public:
    Trial(const Recording& r, const Fix& fix, const FixNumber& number, const RangeOptions& options)
        : recording_(r), fix_(fix), number_(number), options_(options) {}

    bool stopped() const { return options_.tries.control && options_.tries.control->stop; }
    double rounded(double value) const { return number_.whole() ? std::round(value) : value; }
    bool works(double value) {
        const auto known = std::ranges::find(points_, value, &RangePoint::value);
        if (known != points_.end()) return known->outcome == RangePoint::Works;
        const RangePoint point = tried(recording_, with_number(fix_, number_, value), value, options_.tries);
        if (!stopped() && options_.tried) options_.tried(point);
        points_.push_back(point);
        return point.outcome == RangePoint::Works;
    }
    std::vector<RangePoint> points() const {
        std::vector<RangePoint> out = points_;
        std::ranges::sort(out, {}, &RangePoint::value);
        return out;
    }

  private:
    const Recording& recording_;
    const Fix& fix_;
    const FixNumber& number_;
    const RangeOptions& options_;
    std::vector<RangePoint> points_;
};

} // namespace

std::vector<FixNumber> numbers_of(const Fix& fix) {
    constexpr char axes[] = "xyz";
    std::vector<FixNumber> out;
    for (std::size_t i = 0; i < fix.changes.size(); ++i)
        for (const Knob& k : knobs()) {
            const auto it = fix.changes[i].find(k.key);
            const bool parts = k.by_axes() && it != fix.changes[i].end() && it->is_array();
            if (k.of != change_kind(fix.changes[i]) || it == fix.changes[i].end() ||
                !(k.number() || k.by_axes()))
                continue;
            FixNumber n{i, &k, -1, 0.0, (fix.changes.size() > 1 ? std::to_string(i + 1) + "." : "") + k.key};
            if (!parts) {
                n.value = it->get<double>(), out.push_back(n);
                continue;
            }
            for (int part = 0; part < static_cast<int>(it->size()); ++part) {
                FixNumber one = n;
                one.part = part, one.value = (*it)[static_cast<std::size_t>(part)].get<double>();
                one.name += ".";
                one.name += axes[part];
                out.push_back(one);
            }
        }
    return out;
}

FixNumber number_named(const Fix& fix, const std::string& name) {
    const std::vector<FixNumber> all = numbers_of(fix);
    std::string names;
    for (const FixNumber& n : all) {
        if (n.name == name || (name.empty() && all.size() == 1)) return n;
        names += (names.empty() ? "" : ", ") + n.name;
    }
    if (all.empty()) throw BadInput(fix.name, 0, "has no number that can be varied");
    throw BadInput("--number", 0,
                   (name.empty() ? "is missing" : "'" + name + "' is no number of the fix") + ", expected " +
                       names,
                   "--number");
}

Fix with_number(const Fix& fix, const FixNumber& n, double value) {
    Fix out = fix;
    nlohmann::json& at = out.changes[n.change][n.knob->key];
    if (n.part >= 0)
        at[static_cast<std::size_t>(n.part)] = value;
    else if (n.whole())
        at = std::lround(value);
    else
        at = value;
    return out;
}

std::pair<double, double> usual_range(const FixNumber& n) {
    const double width = n.value == 0.0 ? (n.whole() ? 8.0 : 1.0) : 2.0 * n.value;
    std::pair<double, double> out = std::minmax(0.0, width);
    if (n.whole()) out.second = std::max(out.second, 8.0);
    if (n.knob->bounded())
        out = {std::clamp(out.first, n.knob->least, n.knob->most),
               std::clamp(out.second, n.knob->least, n.knob->most)};
    return out;
}

Range range_of(const Recording& r, const Fix& fix, const FixNumber& number, const RangeOptions& options) {
    Trial trial(r, fix, number, options);
    const double width = options.to - options.from;
    const std::vector<double> values = spread(number, options.from, options.to, options.values);
    for (std::size_t i = 0; i < values.size() && !trial.stopped(); ++i) {
        trial.works(values[i]);
        if (options.tries.control)
            options.tries.control->progress =
                static_cast<double>(i + 1) / static_cast<double>(values.size() + 1);
    }
    // Between neighbours of which one works.
    const double least = number.whole() ? 1.0 : width / 1000.0;
    for (std::size_t i = 1; i < values.size() && !trial.stopped(); ++i) {
        double below = values[i - 1], above = values[i];
        const bool at_below = trial.works(below);
        if (at_below == trial.works(above)) continue;
        while (above - below > least && !trial.stopped()) {
            const double middle = trial.rounded(0.5 * (below + above));
            if (middle <= below || middle >= above) break;
            (trial.works(middle) == at_below ? below : above) = middle;
        }
    }
    Range out;
    out.number = number, out.points = trial.points(), out.complete = !trial.stopped();
    const RangePoint* before = nullptr;
    for (const RangePoint& p : out.points) {
        const bool works = p.outcome == RangePoint::Works,
                   open = before && before->outcome == RangePoint::Works;
        if (works && !open) out.works.push_back({p.value, p.value, before != nullptr, false});
        if (works) out.works.back().to = p.value;
        if (open && !works) out.works.back().fails_above = true;
        before = &p;
    }
    return out;
}

RangeMap map_of(const Recording& r, const Fix& fix, const FixNumber& across, const FixNumber& up,
                const MapOptions& options) {
    RangeMap out;
    out.across = across, out.up = up;
    out.xs = spread(across, options.across.first, options.across.second, options.values);
    out.ys = spread(up, options.up.first, options.up.second, options.values);
    Control* const control = options.tries.control;
    for (const double y : out.ys)
        for (const double x : out.xs) {
            RangePoint point = tried(r, with_number(with_number(fix, up, y), across, x), x, options.tries);
            if (control && control->stop) return out;
            out.cells.push_back(std::move(point));
            if (control)
                control->progress = static_cast<double>(out.cells.size()) /
                                    static_cast<double>(out.xs.size() * out.ys.size());
            if (options.tried) options.tried(out);
        }
    return out;
}

/// The highest values of `up` in the first line.
std::string text_of(const RangeMap& map, const Recording& r) {
    std::string out =
        fmt::format("{} across, {} up: # works, . fails, ? cannot tell\n", map.across.name, map.up.name);
    for (std::size_t row = map.ys.size(); row-- > 0;) {
        out += fmt::format("  {:>10}  ", value_text(map.up, map.ys[row], r));
        for (std::size_t i = 0; i < map.xs.size(); ++i) {
            const std::size_t cell = row * map.xs.size() + i;
            out += cell >= map.cells.size()                         ? "  "
                   : map.cells[cell].outcome == RangePoint::Works   ? "# "
                   : map.cells[cell].outcome == RangePoint::Unclear ? "? "
                                                                    : ". ";
        }
        out.back() = '\n';
    }
    return out + fmt::format("  {:>10}  {} to {}\n", "", value_text(map.across, map.xs.front(), r),
                             value_text(map.across, map.xs.back(), r));
}

nlohmann::json json_of(const RangeMap& map, const Recording& r) {
    nlohmann::json out = {{"oddb", 1},          {"file", r.file},   {"number", map.across.name},
                          {"and", map.up.name}, {"values", map.xs}, {"and_values", map.ys}};
    constexpr const char* outcomes[] = {"fails", "works", "unclear"};
    out["cells"] = nlohmann::json::array();
    for (std::size_t i = 0; i < map.cells.size(); ++i)
        out["cells"].push_back({{"value", map.xs[i % map.xs.size()]},
                                {"and_value", map.ys[i / map.xs.size()]},
                                {"outcome", outcomes[map.cells[i].outcome]},
                                {"verdict", map.cells[i].verdict}});
    if (!map.complete()) out["incomplete"] = true;
    return out;
}

std::string works_line(const Range& range, const Recording& r) {
    std::string out;
    for (const Range::Works& w : range.works) {
        const std::string from = value_text(range.number, w.from, r), to = value_text(range.number, w.to, r);
        const std::string one = w.from == w.to ? say("works at {}", from)
                                : !w.fails_below && !w.fails_above
                                    ? say("works all the way, from {} to {}", from, to)
                                : !w.fails_above ? say("works from {} on, tried up to {}", from, to)
                                : !w.fails_below ? say("works up to {}, tried from {}", to, from)
                                                 : say("works from {} to {}, middle {}", from, to,
                                                       value_text(range.number, 0.5 * (w.from + w.to), r));
        out += (out.empty() ? "" : " \u00b7 ") + one;
    }
    if (!out.empty()) return out;
    const bool unclear = std::ranges::any_of(
        range.points, [](const RangePoint& p) { return p.outcome == RangePoint::Unclear; });
    return translated(unclear ? "cannot tell which values work" : "no value works");
}

std::string text_of(const Range& range, const Recording& r) {
    std::string out = fmt::format("{}: {}{}\n", range.number.name, works_line(range, r),
                                  range.complete ? "" : " (stopped)");
    for (const RangePoint& p : range.points)
        out += fmt::format("  {} {:>10}  {}\n", p.outcome == RangePoint::Works ? "works" : "     ",
                           value_text(range.number, p.value, r), p.verdict);
    return out;
}

nlohmann::json json_of(const Range& range, const Recording& r) {
    nlohmann::json out = {{"oddb", 1}, {"file", r.file}, {"number", range.number.name}};
    constexpr const char* outcomes[] = {"fails", "works", "unclear"};
    out["points"] = nlohmann::json::array(), out["works"] = nlohmann::json::array();
    for (const RangePoint& p : range.points)
        out["points"].push_back(
            {{"value", p.value}, {"outcome", outcomes[p.outcome]}, {"verdict", p.verdict}});
    for (const Range::Works& w : range.works)
        out["works"].push_back(
            {{"from", w.from}, {"to", w.to}, {"fails_below", w.fails_below}, {"fails_above", w.fails_above}});
    if (!range.complete) out["incomplete"] = true;
    return out;
}

} // namespace oddbounce
