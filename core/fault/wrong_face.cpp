// SPDX-License-Identifier: GPL-3.0-or-later
// wrong-face: a body meets a flat face, and its velocity is changed along the face instead of away from it,
// or in both components. The face is the one that the swept test meets first. Not: friction up to a stop,
// what the desired velocity explains, what another touching surface explains, a hit so near a corner that the
// slop decides which face it is.
#include "fault/account_text.hpp"
#include "fault/rule.hpp"
#include "observation/measures.hpp"
#include "shape/touching.hpp"

#include <numbers>

namespace oddbounce {

namespace {

constexpr Excuse mean =
    excuse("mean", "its velocity is not logged, and it did not move evenly: how it came is not known");
constexpr Excuse corner =
    excuse("corner", "it is met so near a corner that the slop decides which face it is");
constexpr Excuse by_axes =
    excuse("axis-by-axis", "it can have gone across first, and then have met the face that turned it");
constexpr Excuse other_cause =
    excuse("other-cause", "what it wants, or something else that it touches, turns it so");
constexpr Excuse spins = excuse("spin", "its spin can turn it along the face");
constexpr Excuse turns_round = excuse("turns-round", "a walker: it may turn round as it lands");
constexpr Excuse paddle = excuse("paddle", "code moves the other one: a paddle may steer what hits it");
constexpr Excuse jumped = excuse("jump", "it may jump in the frame in which it lands");
constexpr Excuse at_will =
    excuse("at-will", "nobody says what it wants, and it turns now and then where it touches nothing, too");
constexpr Excuse drives = excuse("drives", "it goes along its own heading, as a car does");
constexpr const Excuse* excuses[] = {&mean,        &corner, &by_axes, &other_cause, &spins,
                                     &turns_round, &paddle, &jumped,  &at_will,     &drives};

struct Hit {
    std::size_t index = 0;
    Vec3 came{0.0}, theirs{0.0}; // velocities before it, of the mover and of the other
    double waited = 0.0;         // seconds since then
    Slot mover = -1, other = -1;
    Vec3 normal{0.0}, at{0.0};                           // from the mover to the other
    double closing = 0.0, fraction = 0.0, matters = 0.0; // matters: a smaller change of speed tells nothing
    Motion way;                                          // straight on, as it came
    Pose there;                                          // of the other
    std::vector<Vec3> others;                            // ways in which other surfaces pushed it then
    bool graze = false; // it only just comes to touch: the response may be the next frame's
};

class WrongFaceRule : public Rule {
  public:
    explicit WrongFaceRule(const RuleContext& context)
        : context_(context), most_angle_(context.settings["wrong-face.angle"]),
          reversed_(context.settings["wrong-face.reversed_share"]) {}

    void step(const Step& step) override {
        // The game may respond one frame late: what it has not responded to yet waits for the next.
        std::vector<Hit> late;
        late.swap(waiting_);
        std::erase_if(late, [&](const Hit& h) {
            return met(step, h) || !step.now.stays(h.mover) || !step.now.stays(h.other);
        });
        for (const Hit& h : late) judge(step, h, false);
        const auto judged = [&](const Hit& h) {
            return std::any_of(late.begin(), late.end(),
                               [&](const Hit& o) { return o.mover == h.mover && o.other == h.other; });
        };
        for (const Meeting& m : step.meetings())
            if (std::optional<Hit> h = hit(step, m); h && !judged(*h)) judge(step, *h, true);
    }

    void finish() override {
        for (Held& h : held_) {
            if (h.times > 1) add_fact(h.finding, "times", static_cast<double>(h.times), "count");
            const Slot body = at(context_.recording.world_at(h.index), h.mover).body;
            if (!context_.observed.restless(body) ||
                !context_.passes(at_will, h.index, h.index, h.mover, h.other))
                context_.found(std::move(h.finding));
        }
    }

  private:
    static bool met(const Step& step, const Hit& h) {
        return std::any_of(step.meetings().begin(), step.meetings().end(), [&](const Meeting& m) {
            return std::minmax(m.a, m.b) == std::minmax(h.mover, h.other) &&
                   m.sweep.status == Status::Found && m.sweep.first > 0.0;
        });
    }

    /// What the mover would do with the velocity that it came with: the response may have changed its way.
    static Motion straight(const Step& step, Slot mover) {
        Motion m = step.now.motion_since(step.before, at(step.now, mover).body);
        m.to = m.from, m.to.at += step.before.body_of(mover).velocity * step.now.dt();
        return m;
    }
    static Sweep swept(const Step& step, Slot mover, Slot other, const Vec3& shift, double longer) {
        Motion mine = straight(step, mover);
        mine.to.at = mine.from.at + (mine.to.at - mine.from.at) * longer;
        mine.from.at += shift, mine.to.at += shift;
        return sweep(*at(step.now, mover).geometry, mine, *at(step.now, other).geometry,
                     step.now.motion_since(step.before, at(step.now, other).body));
    }

    std::optional<Hit> hit(const Step& step, const Meeting& m) const {
        const auto role = [&](Slot c) { return at(step.now, c).def->role; };
        const double slop = context_.recording.slop();
        if (m.does != Does::Solid || role(m.a) != Role::Solid || role(m.b) != Role::Solid ||
            one_owner(step.now, m.a, m.b) || m.gap_before < -slop || m.gap_before == infinity ||
            !touches(step, m))
            return {};
        Hit h;
        std::tie(h.mover, h.other) = responder_first(step, m);
        const BodyState &was = step.before.body_of(h.mover), &is = step.now.body_of(h.mover);
        if (!was.velocity_known || !is.velocity_known || is.teleported || is.fresh) return {};
        if (!context_.observed.knows_before(at(step.now, h.mover).body) && context_.passes(mean, step, m))
            return {};
        const double matters = context_.observed.closing_that_matters(step, m);
        if (glm::length(was.velocity - step.before.body_of(h.other).velocity) <= matters) return {};
        // A game that puts its bodies at the touch may leave them a hair before it: look a slop farther.
        const double longer = 1.0 + slop / std::max(glm::length(was.velocity) * step.now.dt(), slop);
        const Sweep s = swept(step, h.mover, h.other, Vec3(0.0), longer);
        if (s.status != Status::Found && s.status != Status::Started) return {};
        h.way = straight(step, h.mover), h.there = step.now.body_of(h.other).pose;
        h.matters = matters, h.came = was.velocity, h.theirs = step.before.body_of(h.other).velocity;
        h.index = step.index, h.normal = s.normal, h.at = (s.on_a + s.on_b) * 0.5;
        h.fraction = std::min(1.0, s.first * longer);
        h.closing = closing_speed(step.before, h.mover, h.other, h.normal);
        // A graze: had it gone on, it would have been inside by less than a part of the slop.
        h.graze = h.closing * step.now.dt() * (1.0 - h.fraction) < context_.shared.hardly * slop;
        const bool responded =
            !context_.recording.header.has(Channel::Contacts) &&
            closing_speed(step.now, h.mover, h.other, h.normal) < context_.shared.turned * h.closing;
        if (h.closing <= matters || (h.graze && !m.contact && !responded)) return {};
        if (!flat_there(step, h) && context_.passes(corner, step, m)) return {};
        return h;
    }

    /// A face of either is met, and a slop to either side the same one is.
    bool flat_there(const Step& step, const Hit& h) const {
        const Motion mine = step.now.motion_since(step.before, at(step.now, h.mover).body),
                     theirs = step.now.motion_since(step.before, at(step.now, h.other).body);
        if (!at(step.now, h.mover).geometry->has_face(mine.at(h.fraction), h.normal) &&
            !at(step.now, h.other).geometry->has_face(theirs.at(h.fraction), -h.normal))
            return false;
        const double slop = context_.recording.slop();
        // A slop back along its way, so that it arrives a slop to the side and nowhere else.
        const Vec3 way = unit(h.came - h.theirs);
        const Vec3 back = way * (slop / std::max(glm::dot(way, h.normal), context_.shared.leans));
        for (const Vec3& along : directions(context_.recording).across(h.normal))
            for (const double side : {-1.0, 1.0}) {
                const Sweep s = swept(step, h.mover, h.other, along * (side * slop) - back, 1.5);
                if (s.status == Status::None || glm::dot(s.normal, h.normal) < context_.shared.up)
                    return false;
            }
        return true;
    }

    void judge(const Step& step, Hit h, bool may_wait) {
        const BodyState& is = step.now.body_of(h.mover);
        h.waited += step.now.dt();
        // A velocity that is derived is a mean over the step of the hit: the next one shows what came of it.
        if (may_wait && !is.velocity_logged) return wait(step, h);
        const Vec3 theirs_before = h.theirs, theirs = step.now.body_of(h.other).velocity;
        const Vec3 before = h.came - theirs_before, now = is.velocity - theirs;
        const bool falls = is.def->moves != Moves::Static;
        const Vec3 change = now - before - (falls ? context_.recording.header.gravity * h.waited : Vec3(0.0));
        const double matters = h.matters;
        // Put elsewhere by a teleport that nobody marked.
        const double most = context_.settings["tunneling.jump"] * std::max(glm::length(before), matters);
        if (!is.velocity_logged && glm::length(now) > most &&
            context_.passes(mean, h.index, step.index, h.mover, h.other))
            return;
        if (glm::length(change) <= matters) {
            if (may_wait && glm::dot(now, h.normal) > context_.shared.turned * h.closing) wait(step, h);
            return;
        }
        const auto along = [&](const Vec3& v) { return v - h.normal * glm::dot(v, h.normal); };
        // Along a face that code moves, the body's own way counts, for the face may go to and fro; only its
        // friction takes the body along.
        const bool driven = steers(step, h);
        const Vec3 slid = along(driven ? h.came : before), slides = along(driven ? is.velocity : now),
                   turned = along(driven ? change + theirs - theirs_before : change);
        const auto passes = [&](const Excuse& e) {
            return context_.passes(e, h.index, step.index, h.mover, h.other);
        };
        const double responded = -glm::dot(change, h.normal);
        if (explained(step, h, turned, slides) && passes(other_cause)) return;
        constexpr double hardly = 0.25; // of the closing speed: the face was not responded to
        const double slide = glm::length(slid);
        // Where contacts are logged, a response to this face is one.
        const bool answers = !context_.recording.header.has(Channel::Contacts) || touched(step, h);
        const double spin = spin_speed(step, h.mover);
        if (responded < hardly * h.closing && !answers) {
            if (may_wait) wait(step, h);
        } else if (responded < hardly * h.closing) {
            if (h.graze && may_wait)
                wait(step, h);
            else if (const bool slides_on =
                         slide > matters && glm::dot(slides, slid) > context_.shared.turned * slide * slide;
                     !slides_on && glm::length(turned) > std::max(matters, hardly * h.closing) &&
                     !(spin >= hardly * h.closing && passes(spins)) &&
                     !(axis_by_axis(step, h, turned) && passes(by_axes)))
                emit(step, h, change, "along");
        } else if (slide > std::max(matters, context_.shared.hardly * h.closing) &&
                   glm::dot(slides, slid) < -reversed_ * slide * slide &&
                   !(turns_by_code(step, h) && passes(turns_round)) &&
                   !(context_.observed.drives(at(step.now, h.mover).body) && passes(drives)) &&
                   !(steers(step, h) && passes(paddle)) && !(jumps(step, h, slides) && passes(jumped)) &&
                   !(spin >= context_.settings["wrong-face.spin"] * slide && passes(spins)))
            emit(step, h, change, "both");
    }

    /// Normals of the faces of the other collider, beside the one that was hit, that are within `near`.
    std::vector<Vec3> other_faces(const Step& step, const Hit& h, double near) const {
        const Geometry &mine = *at(step.now, h.mover).geometry, &other = *at(step.now, h.other).geometry;
        std::vector<Vec3> out;
        if (mine.convex() && other.convex()) return out;
        for (const Distance& d :
             touching(mine, step.now.body_of(h.mover).pose, other, step.now.body_of(h.other).pose, near))
            if (glm::dot(d.normal, h.normal) <= context_.shared.same_face) out.push_back(d.normal);
        return out;
    }

    /// What else it touches in the step of the hit may have turned it as well.
    void wait(const Step& step, Hit h) {
        const std::vector<Vec3> now = others(step, h);
        h.others.insert(h.others.end(), now.begin(), now.end());
        const double near = context_.recording.slop() + reach_in_step(step, h);
        for (const Vec3& face : other_faces(step, h, near)) h.others.push_back(-face);
        waiting_.push_back(std::move(h));
    }

    /// A game that moves axis by axis: first across, where nothing is in its way, then against the face that
    /// turned it.
    bool axis_by_axis(const Step& step, const Hit& h, const Vec3& turned) const {
        if (!moved_by_code(step.now, h.mover)) return false;
        const Vec3 face = -unit(turned), on = h.way.travel(), against = face * glm::dot(on, face);
        const Geometry &mine = *at(step.now, h.mover).geometry, &other = *at(step.now, h.other).geometry;
        Pose aside = h.way.from, end = h.way.to;
        aside.at += on - against, end.at = aside.at + against;
        if (!clear_way(mine, {h.way.from, aside}, other, h.there, context_.recording.slop())) return false;
        const Sweep s = sweep(mine, {aside, end}, other, {h.there, h.there});
        return s.status == Status::Found && glm::dot(s.normal, face) > context_.shared.same_face;
    }

    static bool touched(const Step& step, const Hit& h) {
        return std::any_of(step.frame->contacts.begin(), step.frame->contacts.end(),
                           [&](const ContactRow& c) {
                               return c.phase != Phase::End && std::minmax(c.mark_a.slot, c.mark_b.slot) ==
                                                                   std::minmax(h.mover, h.other);
                           });
    }

    /// A walker of which nobody says where it wants to go: it may turn round in the frame in which it lands.
    /// A body that is upright and lands nowhere may as well be a ball that never turns.
    bool turns_by_code(const Step& step, const Hit& h) const {
        const Header& header = context_.recording.header;
        return step.now.body_of(h.mover).def->upright && !header.has(Channel::Desired) &&
               header.gravity != Vec3(0.0) && glm::dot(h.normal, header.up) < -context_.shared.up;
    }

    /// Whoever walks may jump in the frame in which it lands.
    bool jumps(const Step& step, const Hit& h, const Vec3& slides) const {
        const BodyState& is = step.now.body_of(h.mover);
        const Vec3 up = context_.recording.header.up;
        return (walks(step, h.mover) || is.has_desired) && moved_by_code(is) &&
               std::max(glm::dot(unit(slides), up), glm::dot(unit(is.velocity), up)) > context_.shared.up;
    }

    /// A paddle may send a ball wherever it likes: code that moves a body may steer what hits it.
    static bool steers(const Step& step, const Hit& h) { return moved_by_code(step.now, h.other); }

    /// Spin, what came and what the hit gave, turns a body along the face.
    static double spin_speed(const Step& step, Slot mover) {
        return at(step.now, mover).geometry->reach() *
               std::max(glm::length(step.before.body_of(mover).angular_velocity),
                        glm::length(step.now.body_of(mover).angular_velocity));
    }

    bool explained(const Step& step, const Hit& h, const Vec3& turned, const Vec3& slides) const {
        const BodyState& is = step.now.body_of(h.mover);
        if (is.has_desired && glm::length(is.desired) > 0.0) {
            const auto along = [&](const Vec3& v) { return v - h.normal * glm::dot(v, h.normal); };
            const double close = context_.settings["wrong-face.as_desired"] * glm::length(is.desired);
            if (glm::length(slides - along(is.desired)) < close) return true;
            // Or it is on its way to that.
            const BodyState& came = step.before.body_of(h.mover);
            const Vec3 had = along(came.velocity),
                       gains = context_.observed.pace(at(step.now, h.mover).body) * (along(is.desired) - had);
            if (came.velocity_known && glm::length(slides - had - gains) < close) return true;
            // A mean over the frame in which it began to want another way is of both.
            const Vec3 now = along(is.desired), before = along(came.desired);
            if (!is.velocity_logged && came.has_desired &&
                glm::length(slides - now) + glm::length(slides - before) < glm::length(now - before) + close)
                return true;
            // Whatever it falls by, sideways it does what it wants.
            const Vec3 up = context_.recording.header.up;
            const auto level = [&](const Vec3& v) { return v - up * glm::dot(v, up); };
            if (glm::length(level(is.velocity) - level(is.desired)) < close) return true;
        }
        const Slot own = at(step.now, h.mover).body, met = at(step.now, h.other).body;
        const bool logged = context_.recording.header.has(Channel::Contacts);
        const double on = reach_in_step(step, h);
        const double slop = context_.recording.slop();
        // What the other one touches turns that one.
        if (solved(step.now.body(met)))
            for (const Meeting* m : step.of(met)) {
                const bool mine = at(step.now, m->a).body == own || at(step.now, m->b).body == own;
                if (!mine && m->does == Does::Solid &&
                    (logged ? m->contact : touches(step, *m, context_.solver.reach, on)))
                    return true;
            }
        // Another face of the same collider: a map is floor and wall.
        const Vec3 back = -unit(turned);
        for (const Vec3& face : other_faces(step, h, slop + on))
            if (glm::dot(face, back) > context_.shared.toward) return true;
        // A solver sees what is only near, too, and pushes from there.
        const double least = solved(is) ? context_.shared.leans : context_.shared.toward;
        const auto that_way = [&](const Vec3& push) { return glm::dot(push, unit(turned)) > least; };
        const std::vector<Vec3> now = others(step, h);
        return std::any_of(now.begin(), now.end(), that_way) ||
               std::any_of(h.others.begin(), h.others.end(), that_way);
    }

    /// Without contacts, or with frames left out, whatever it could reach in the step, before the hit or
    /// after it, may have turned it, too.
    double reach_in_step(const Step& step, const Hit& h) const {
        const bool told = context_.recording.header.has(Channel::Contacts) &&
                          !left_out_before(context_.recording, step.index);
        return told ? 0.0 : glm::length(step.before.body_of(h.mover).velocity) * step.now.dt();
    }

    /// Ways in which other surfaces push the mover in this step.
    std::vector<Vec3> others(const Step& step, const Hit& h) const {
        std::vector<Vec3> out;
        const Slot own = at(step.now, h.mover).body;
        const auto is_pair = [&](Slot a, Slot b) {
            return std::minmax(a, b) == std::minmax(h.mover, h.other);
        };
        // What the log says it touched, though the way from end to end may be far from it.
        for (const ContactRow& c : step.frame->contacts) {
            if (!c.normal || c.phase == Phase::End || c.mark_a.slot < 0 || c.mark_b.slot < 0) continue;
            const bool is_a = at(step.now, c.mark_a.slot).body == own,
                       is_b = at(step.now, c.mark_b.slot).body == own;
            if (is_a != is_b && !is_pair(c.mark_a.slot, c.mark_b.slot))
                out.push_back(is_a ? -*c.normal : *c.normal);
        }
        const double near =
            (solved(step.now, h.mover) ? context_.solver.reach : 1.0) * context_.recording.slop();
        for (const Meeting* m : step.of(own))
            if (m->does == Does::Solid && !is_pair(m->a, m->b) &&
                (m->contact || m->closest() <= near + reach_in_step(step, h)))
                out.push_back(at(step.now, m->a).body == own ? -m->normal : m->normal);
        return out;
    }

    void emit(const Step& step, const Hit& h, const Vec3& change, const char* kind) {
        const double angle =
            std::acos(std::clamp(glm::dot(unit(change), -h.normal), -1.0, 1.0)) * 180.0 / std::numbers::pi;
        const bool both = std::string_view(kind) == "both";
        if (!both && angle <= most_angle_) return;
        const Recording& r = context_.recording;
        Finding f;
        f.fault = "wrong-face", f.first = f.last = step.now.number();
        name_bodies(step.now, {h.mover, h.other}, f);
        f.at = h.at, f.fraction = h.index == step.index ? h.fraction : 0.0;
        f.weight = both ? 0.7 : 0.75;
        if (!r.header.has(Channel::Contacts))
            f.grade = Grade::Likely,
            f.assumes = translated("`contacts` is not logged: judged from shapes and motion alone");
        add_fact(f, "angle", angle, "degrees");
        f.facts.push_back({"true_normal", -h.normal, ""});
        f.facts.push_back({"response_direction", unit(change), ""});
        f.facts.push_back(
            {"kind", std::string(both ? "both axes reversed" : "reversed along the face"), "text"});
        const double reach = 1.5 * at(step.now, h.mover).geometry->reach();
        f.marks.push_back({f.last, h.at, h.at - h.normal * reach, true, translated("normal of the face")});
        f.marks.push_back({f.last, h.at, h.at + unit(change) * reach, true, translated("response")});
        note_threshold(f, context_.settings.threshold("wrong-face.angle"));
        const nlohmann::json who = mover_target(step.now, f);
        f.suggest.push_back({say("reflect {} at the face it hits", the(f.names[0])),
                             {{{"motion", {who}}, {"tests", "swept"}, {"response", "reflect"}}}});
        f.suggest.push_back({say("slide {} along the face it hits", the(f.names[0])),
                             {{{"motion", {who}}, {"tests", "swept"}, {"response", "slide"}}}});
        hold({h.mover, h.other, step.index, step.index, 1, std::move(f)});
    }

    /// What its velocity does where nothing touches it is known at the end only.
    struct Held {
        Slot mover = -1, other = -1; // colliders
        std::size_t index = 0, last = 0, times = 1;
        Finding finding;
    };
    /// A body that stays at the face meets it in every frame: that is one finding.
    void hold(Held&& h) {
        constexpr std::size_t late = 2; // frames; a response may come one frame late
        const auto same = std::find_if(held_.rbegin(), held_.rend(), [&](const Held& o) {
            return o.mover == h.mover && o.other == h.other;
        });
        if (same == held_.rend() || h.index > same->last + late ||
            same->finding.fact("kind")->value != h.finding.fact("kind")->value)
            return held_.push_back(std::move(h));
        same->finding.last = h.finding.last, same->last = h.last, ++same->times;
        std::ranges::move(h.finding.marks, std::back_inserter(same->finding.marks));
    }

    RuleContext context_;
    double most_angle_, reversed_;
    std::vector<Held> held_;
    std::vector<Hit> waiting_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<WrongFaceRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    const auto index = static_cast<std::size_t>(r.frame_index(f.first));
    const Slot a = r.collider_slot(f.colliders[0]);
    const Vec3 was = r.world_at(index - 1).body_of(a).velocity, is = r.world_at(index).body_of(a).velocity;
    const Vec3 normal = std::get<Vec3>(f.fact("true_normal")->value);
    account.at(r.number(index - 1), say("{} is {}.", sentence_the(f.names[0]), motion_text(r, was)));
    account.at(f.first, f.fraction,
               say("It hits {} on a face with the {}.", the(f.names[1]), normal_text(normal)));
    const bool both = std::get<std::string>(f.fact("kind")->value).starts_with("both");
    const auto and_on = [&] {
        if (f.last > f.first)
            account.at(f.last, say("So it goes on: {} in all.", count_text(f.number("times"), "frame")));
    };
    const std::string change = say("Its velocity turns from {} to {}", vector_text(was, "", r.header.space),
                                   vector_text(is, r.header.unit + "/s", r.header.space));
    if (both) {
        account.at(f.first, say("{}: both axes are reversed.", change));
        and_on();
        const std::string axis = axis_along(normal);
        account.cause(
            axis.empty()
                ? translated("a flat face can reverse only the part of the velocity along its normal.")
                : say("a flat face can reverse only the part of the velocity along its normal, here {}.",
                      axis));
    } else {
        account.at(f.first, say("{}. The change points {}° away from that normal.", change,
                                figure(f.number("angle"))));
        and_on();
        account.cause(translated(
            "the response belongs to another face than the one that was hit: the part of the velocity "
            "along the face was reversed, the part along the normal was not."));
    }
}

} // namespace

const Fault wrong_face_fault = {
    .id = "wrong-face",
    .title = "Wrong face",
    .what = "The response belongs to another face than the one that was hit.",
    .headline = "{mover} off {other}, {kind}",
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
