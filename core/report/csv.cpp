// SPDX-License-Identifier: GPL-3.0-or-later
#include "report/csv.hpp"

#include "fault/account_text.hpp"
#include "recording/plain_text.hpp"

#include <fmt/format.h>

#include <optional>
#include <utility>

namespace oddbounce {

namespace {

/// One line: values between commas, texts in quotes where they need them.
class Line {
  public:
    explicit Line(std::ostream& out) : out_(out) {}
    ~Line() { out_ << "\r\n"; }
    Line(const Line&) = delete;
    Line& operator=(const Line&) = delete;

    Line& number(double v) { return raw(fmt::format("{}", v)); }
    Line& whole(std::int64_t v) { return raw(std::to_string(v)); }
    Line& vector(const std::optional<Vec3>& v) {
        if (!v) return raw("").raw("").raw("");
        return number(v->x).number(v->y).number(v->z);
    }
    Line& number(const std::optional<double>& v) { return v ? number(*v) : raw(""); }
    Line& text(const std::string& given) {
        const std::string s = plain_text(given, given.size() + 1);
        if (s.find_first_of(",\"\r\n") == std::string::npos) return raw(s);
        std::string quoted = "\"";
        for (const char c : s) quoted += c == '"' ? std::string("\"\"") : std::string(1, c);
        return raw(quoted + "\"");
    }
    Line& raw(const std::string& s) {
        if (!std::exchange(first_, false)) out_ << ',';
        out_ << s;
        return *this;
    }

  private:
    std::ostream& out_;
    bool first_ = true;
};

std::string text_of(const Fact& f) {
    std::string value = std::visit(
        [](const auto& v) -> std::string {
            using Value = std::decay_t<decltype(v)>;
            if constexpr (std::is_same_v<Value, double>)
                return fmt::format("{}", v);
            else if constexpr (std::is_same_v<Value, std::string>)
                return v;
            else
                return fmt::format("{} {} {}", v.x, v.y, v.z);
        },
        f.value);
    return f.key + "=" + value + (f.unit.empty() || f.unit == "text" ? "" : " " + f.unit);
}

std::string phase_word(Phase p) {
    static constexpr const char* words[] = {"", "begin", "stay", "end"};
    return words[static_cast<int>(p)];
}

} // namespace

void write_bodies_csv(std::ostream& out, const Recording& r, std::size_t first, std::size_t last) {
    out << "frame,time,body,name,x,y,z,angle,vx,vy,vz,grounded\r\n";
    World w = r.world_at(first);
    for (std::size_t i = first; i <= last; ++i) {
        if (i > first) w.step(*r.frame(i));
        for (std::size_t b = 0; b < w.bodies().size(); ++b) {
            const BodyState& s = w.bodies()[b];
            if (!s.present || s.leaving || !s.def) continue;
            Line line(out);
            line.whole(w.number()).number(r.seconds_at(i)).whole(s.def->id);
            line.text(body_name(w, static_cast<Slot>(b))).vector(s.pose.at).number(s.pose.turn.angle());
            line.vector(s.velocity_known ? std::optional(s.velocity) : std::nullopt).whole(s.grounded);
        }
    }
}

void write_contacts_csv(std::ostream& out, const Recording& r, std::size_t first, std::size_t last) {
    out << "frame,a,b,name_a,name_b,x,y,z,nx,ny,nz,depth,impulse,phase,active\r\n";
    World w = r.world_at(first);
    for (std::size_t i = first; i <= last; ++i) {
        if (i > first) w.step(*r.frame(i));
        const auto name = [&](Id collider) {
            const Slot body = w.colliders()[static_cast<std::size_t>(r.collider_slot(collider))].body;
            return body < 0 ? std::string() : body_name(w, body);
        };
        for (const ContactRow& c : r.frame(i)->contacts) {
            Line line(out);
            line.whole(r.number(i)).whole(c.a).whole(c.b).text(name(c.a)).text(name(c.b));
            line.vector(c.at).vector(c.normal).number(c.depth).number(c.impulse);
            line.raw(phase_word(c.phase)).whole(c.active);
        }
    }
}

void write_findings_csv(std::ostream& out, const std::vector<Finding>& findings) {
    out << "id,fault,first,last,bodies,x,y,z,grade,weight,facts,fine\r\n";
    for (const Finding& f : findings) {
        std::string names, facts;
        for (const std::string& n : f.names) names += (names.empty() ? "" : "; ") + n;
        for (const Fact& fact : f.facts) facts += (facts.empty() ? "" : "; ") + text_of(fact);
        Line line(out);
        line.text(f.id).text(f.fault).whole(f.first).whole(f.last).text(names).vector(f.at);
        line.raw(word(f.grade)).number(f.weight).text(facts).text(f.expected.value_or(""));
    }
}

} // namespace oddbounce
