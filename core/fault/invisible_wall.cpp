// SPDX-License-Identifier: GPL-3.0-or-later
// invisible-wall: a body is stopped or turned by a collider with nothing visible near the contact; or, where
// desired velocities are logged, by nothing recorded at all.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"
#include "observation/other_face.hpp"

namespace oddbounce {

namespace {

struct Blocked {
    std::size_t first = 0, last = 0;
    Slot mover = -1, other = -1;
    Vec3 at{0.0}, way{0.0};
    double gap = infinity; // to the nearest thing seen that way
    double speed = 0.0;    // that was lost, at first
    std::size_t frames = 0;
};

bool seen(const World& w, Slot c) { return at(w, c).def->visible && w.body_of(c).def->visible; }

class InvisibleWallRule : public Rule {
  public:
    explicit InvisibleWallRule(const RuleContext& context)
        : context_(context), hits_(static_cast<std::size_t>(context.settings["run.holes"]),
                                   [this](const Pair&, Blocked& b) { emit(b); }),
          nothing_(0, [this](const Slot& body, Blocked& b) { stopped_by_nothing(body, b); }) {}

    void step(const Step& step) override {
        for (const Meeting& m : step.meetings) take(step, m);
        hits_.sweep(step.index);
        if (context_.recording.header.has(Channel::Desired))
            for (const Slot body : step.now.movers()) take(step, body);
        nothing_.sweep(step.index);
    }
    void finish() override { hits_.finish(), nothing_.finish(); }

  private:
    using Pair = std::pair<Slot, Slot>;

    void take(const Step& step, const Meeting& m) {
        if (m.does != Does::Solid || one_owner(step.now, m.a, m.b)) return;
        const bool hidden_a = !seen(step.now, m.a), hidden_b = !seen(step.now, m.b);
        if (hidden_a == hidden_b) return;
        const Slot other = hidden_a ? m.a : m.b, mover = other == m.a ? m.b : m.a;
        const bool touches =
            m.contact || m.closest() <= context_.recording.slop() + context_.recording.header.skin;
        if (!touches || step.now.body_of(mover).def->moves == Moves::Static) return;
        const BodyState& was = step.before.body_of(mover);
        if (!was.velocity_known || step.now.body_of(mover).teleported) return;
        const bool swept = m.sweep.status == Status::Found;
        const Vec3 n = (swept ? m.sweep.normal : m.normal) * (mover == m.a ? 1.0 : -1.0);
        const Vec3 point = swept ? (m.sweep.on_a + m.sweep.on_b) * 0.5 : (m.on_a + m.on_b) * 0.5;
        const ClosingChange c = closing_change(step.before, step.now, mover, other, n, point);
        const double least = 0.25 * closing_that_matters(step);
        if (c.before > least && c.after > 0.5 * c.before) return; // still on its way
        const auto touched = last_touch_.find({mover, other});
        const bool goes_on = touched != last_touch_.end() && touched->second + 1 >= step.index;
        last_touch_[{mover, other}] = step.index;
        if (goes_on || hits_.find({mover, other}) || c.before <= least) return;
        const double gap = to_nearest_visible(step.now, mover, n);
        if (gap <= context_.settings["invisible-wall.near"] * context_.recording.slop()) return;
        Blocked& b = hits_.at({mover, other}, step.index);
        b.mover = mover, b.other = other, b.at = point, b.way = n, b.gap = gap, b.speed = c.turned();
    }

    /// From the mover to the nearest collider that can be seen and lies that way: the ground under its feet
    /// does not explain a stop.
    double to_nearest_visible(const World& w, Slot mover, const Vec3& way) const {
        constexpr double that_way = 0.3; // cosine
        double least = infinity;
        for (Slot c = 0; c < static_cast<Slot>(w.colliders().size()); ++c) {
            if (!w.live(c) || at(w, c).body == at(w, mover).body || !seen(w, c)) continue;
            const PairView v = pair_at(w, mover, c);
            if (v.known && v.gap < least && glm::dot(v.normal, way) > that_way) least = std::max(0.0, v.gap);
        }
        return least;
    }

    void emit(const Blocked& b) const {
        const Recording& r = context_.recording;
        const World w = r.world_at(b.first);
        Finding f;
        f.fault = "invisible-wall", f.first = f.last = r.number(b.first);
        name_bodies(w, {b.mover, b.other}, f);
        f.at = b.at, f.weight = 0.7;
        const std::string& layer = at(w, b.other).def->layer;
        f.marks.push_back(
            {f.first, b.at, b.at - b.way * at(w, b.mover).geometry->reach(), true, "invisible"});
        add_facts(f, b, layer.empty() ? w.body_of(b.other).def->kind : layer);
        note_threshold(f, context_.settings.threshold("invisible-wall.near"));
        f.suggest.push_back({say("switch off the invisible collider of {}", the(f.names[1])),
                             {{{"colliders", {f.colliders[1]}}, {"on", false}}}});
        context_.found(std::move(f));
    }

    void add_facts(Finding& f, const Blocked& b, const std::string& layer) const {
        const std::string& u = context_.recording.header.unit;
        if (b.gap < infinity) add_fact(f, "gap_to_visible", b.gap, u);
        f.facts.push_back({"layer", layer, "text"});
        add_fact(f, "speed_lost", b.speed, u + "/s");
    }

    // ---- by nothing at all

    /// It wants to move as before and did, and now it does not, though nothing is in its way.
    void take(const Step& step, Slot body) {
        const BodyState &is = step.now.body(body), &was = step.before.body(body);
        if (is.def->moves == Moves::Static || is.fresh || is.teleported || was.fresh || !is.has_desired ||
            !was.velocity_known || !is.velocity_known)
            return;
        const double desired = glm::length(is.desired);
        if (desired <= closing_that_matters(step)) return;
        const Vec3 way = is.desired / desired;
        const double now = glm::dot(is.pose.at - was.pose.at, way) / step.now.dt(),
                     before = glm::dot(was.velocity, way);
        const bool stands = now < 0.1 * desired && glm::dot(is.velocity, way) < 0.1 * desired;
        Blocked* run = nothing_.find(body);
        if (!stands || (!run && before < 0.5 * desired) || in_the_way(step, body, way)) return;
        if (!run && !(was.has_desired && glm::length(was.desired - is.desired) < 0.1 * desired))
            return; // it just asked for it
        Blocked& b = nothing_.at(body, step.index);
        if (b.frames++ == 0) b.way = way, b.speed = before - now, b.at = is.pose.at;
    }

    bool in_the_way(const Step& step, Slot body, const Vec3& way) const {
        for (const Meeting* met : step.of(body)) {
            const Meeting& m = *met;
            const bool is_a = at(step.now, m.a).body == body;
            if (m.does != Does::Solid) continue;
            const Vec3 towards = is_a ? m.normal : -m.normal;
            const double reach = glm::length(step.before.body(body).velocity) * step.now.dt();
            const double near = 2.0 * context_.recording.slop() + context_.recording.header.skin + reach;
            if (!m.contact && m.closest() > near) continue;
            if (glm::dot(towards, way) > 0.2 ||
                other_face(step, is_a ? m.a : m.b, is_a ? m.b : m.a, towards, way, near))
                return true;
        }
        // What the log names but the shapes do not show counts too.
        for (const ContactRow& c : step.frame->contacts) {
            if (c.mark_a.slot < 0 || c.mark_b.slot < 0 || c.phase == Phase::End) continue;
            const bool is_a = at(step.now, c.mark_a.slot).body == body,
                       is_b = at(step.now, c.mark_b.slot).body == body;
            if ((is_a || is_b) && (!c.normal || glm::dot(is_a ? *c.normal : -*c.normal, way) > 0.2))
                return true;
        }
        return false;
    }

    void stopped_by_nothing(Slot body, const Blocked& b) const {
        const Recording& r = context_.recording;
        if (b.frames < static_cast<std::size_t>(context_.settings["invisible-wall.frames"])) return;
        const World w = r.world_at(b.first);
        if (w.colliders_of(body).empty()) return;
        Finding f;
        f.fault = "invisible-wall", f.first = r.number(b.first), f.last = r.number(b.last);
        name_bodies(w, {w.colliders_of(body)[0]}, f);
        f.at = b.at, f.weight = 0.65;
        f.grade = Grade::Likely, f.assumes = translated("the game does not hold it on purpose");
        add_facts(f, b, "nothing recorded");
        note_threshold(f, context_.settings.threshold("invisible-wall.frames"));
        f.suggest.push_back({say("log what stops {}", the(f.names[0])), nlohmann::json::array()});
        context_.found(std::move(f));
    }

    RuleContext context_;
    Runs<Pair, Blocked> hits_;
    Runs<Slot, Blocked> nothing_; // by body
    std::map<Pair, std::size_t> last_touch_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<InvisibleWallRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const auto first = static_cast<std::size_t>(r.frame_index(f.first));
    const Slot a = r.collider_slot(f.colliders[0]);
    if (first > 0)
        account.at(r.number(first - 1), say("{} is {}.", sentence_the(f.names[0]),
                                            motion_text(r, r.world_at(first - 1).body_of(a).velocity)));
    const std::string lost = speed_text(r, f.number("speed_lost"));
    if (f.colliders.size() < 2) {
        account.at(f.first, say("It still {} but loses {}. Nothing recorded is in its way.",
                                desired_text(r, r.world_at(first).body_of(a).desired), lost));
        account.cause(translated(
            "what stops it is not in the recording. Log every collider near it, and `contacts`, to see it."));
        return;
    }
    account.at(f.first, say("{} stops it: it loses {}.", sentence_the(f.names[1]), lost));
    account.at(f.first, f.fact("gap_to_visible")
                            ? say("Nothing visible is there; the nearest visible thing is {} away.",
                                  length_text(r, f.number("gap_to_visible")))
                            : translated("Nothing visible is near it."));
    account.cause(say("{} has a solid, invisible collider on the layer '{}'.", the(f.names[1]),
                      std::get<std::string>(f.fact("layer")->value)));
}

} // namespace

const Fault invisible_wall_fault = {
    .id = "invisible-wall",
    .title = "Invisible wall",
    .what = "A body is stopped by something invisible.",
    .headline = "{mover} at {other}",
    .headline_alone = "{mover}, by nothing recorded",
    .make_rule = make_rule,
    .describe = describe,
};

} // namespace oddbounce
