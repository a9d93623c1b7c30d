// SPDX-License-Identifier: GPL-3.0-or-later
// hit-outside-art: two bodies hit each other while what the player sees of them is apart by more than the
// slop and half a pixel. Waste: how much of the collider lies outside its art, and what tighter shapes would
// save.
#include "fault/account_text.hpp"
#include "fault/art_look.hpp"
#include "fault/rule.hpp"
#include "fault/runs.hpp"
#include "shape/fitted.hpp"

namespace oddbounce {

namespace {

/// Shapes that are tried round the picture, and how they are told.
constexpr std::pair<const char*, const char*> outlines[] = {{"circle", "a circle"},
                                                            {"ellipse", "an ellipse"},
                                                            {"box", "a box"},
                                                            {"capsule", "a capsule"},
                                                            {"hull", "its convex hull"}};

constexpr Excuse pictures_meet =
    limit("pictures-meet", "their pictures are {0} apart; more than {1} is reported", Measure::Length);
constexpr const Excuse* excuses[] = {&pictures_meet};

struct Run {
    std::size_t first = 0, last = 0;
    Slot a = -1, b = -1; // colliders, mover first
    double gap = 0.0, allowed = 0.0, fraction = 1.0;
    Vec3 at{0.0}, on_a{0.0}, on_b{0.0}; // the nearest points of what is seen
    bool apart = false;
};

class HitOutsideArtRule : public Rule {
  public:
    explicit HitOutsideArtRule(const RuleContext& context)
        : context_(context), art_(context.recording),
          runs_(static_cast<std::size_t>(context.settings["hit-outside-art.holes"]),
                [this](const Pair&, Run& run) { close(run); }) {}

    void define(const Definition& d) override { art_.define(d); }
    void step(const Step& step) override {
        if (art_.any()) {
            const bool logged = context_.recording.header.has(Channel::Contacts);
            for (const Meeting& m : step.meetings()) {
                if (m.does == Does::Ignore || one_owner(step.now, m.a, m.b)) continue;
                if ((logged ? touches(step, m) : turns_closing(step, m)) || told(step, m)) take(step, m);
            }
        }
        runs_.sweep(step);
    }
    void finish() override { runs_.finish(); }

  private:
    using Pair = std::pair<Slot, Slot>; // bodies

    /// The game tells of the two whose shapes touch: a hit, whatever else is logged of it.
    static bool told(const Step& step, const Meeting& m) {
        const Recording& r = step.now.recording();
        return m.closest() <= r.slop() + r.header.skin &&
               event_about(*step.frame, step.now.body_of(m.a).def->id, step.now.body_of(m.b).def->id);
    }

    bool touches(const Step& step, const Meeting& m) const {
        // Shapes that do not touch do not hit, whatever the log says of them.
        const Recording& r = step.now.recording();
        if (!m.contact || m.closest() > context_.solver.reach * r.slop() + r.header.skin) return false;
        return std::any_of(step.frame->contacts.begin(), step.frame->contacts.end(),
                           [&](const ContactRow& c) {
                               return c.active && c.phase != Phase::End &&
                                      std::minmax(c.mark_a.slot, c.mark_b.slot) == std::minmax(m.a, m.b);
                           });
    }

    void take(const Step& step, const Meeting& m) {
        const Slot body_a = at(step.now, m.a).body, body_b = at(step.now, m.b).body;
        if (!art_.drawn(body_a) && !art_.drawn(body_b)) return;
        const Pair key = std::minmax(body_a, body_b);
        const bool fresh = !runs_.find(key);
        Run& run = runs_.at(key, step.index);
        if (!fresh) return;
        std::tie(run.a, run.b) = mover_first(step.before, step.now, m.a, m.b);
        const ArtLook::Seen a = art_.seen(step.now, body_a), b = art_.seen(step.now, body_b);
        if (a.parts.empty() || b.parts.empty()) return;
        const Motion ma = step.now.motion_since(step.before, body_a),
                     mb = step.now.motion_since(step.before, body_b);
        // In any moment at which the game may have looked.
        Distance nearest;
        std::vector<double> moments{1.0, 0.0};
        if (m.sweep.status == Status::Found) moments.push_back(m.sweep.first), run.fraction = m.sweep.first;
        for (const double t : moments)
            if (const Distance d = visible_gap(a, ma.at(t), b, mb.at(t)); d.gap < nearest.gap) nearest = d;
        const Distance now = visible_gap(a, ma.to, b, mb.to);
        const double allowed = context_.recording.slop() + a.half_pixel + b.half_pixel + m.error;
        // A response within the step, as with sub-steps: they met on the way on which they came.
        if (nearest.known && nearest.gap > allowed && m.sweep.status == Status::None) {
            const Motion on_a = as_it_came(step, body_a, ma), on_b = as_it_came(step, body_b, mb);
            const Sweep s = sweep(*at(step.now, m.a).geometry, on_a, *at(step.now, m.b).geometry, on_b);
            if (s.status == Status::Found)
                if (const Distance d = visible_gap(a, on_a.at(s.first), b, on_b.at(s.first));
                    d.gap < nearest.gap)
                    nearest = d;
        }
        run.apart = nearest.known && nearest.gap > allowed, run.gap = nearest.gap, run.allowed = allowed;
        run.on_a = now.on_a, run.on_b = now.on_b;
        run.at =
            m.sweep.status == Status::Found ? (m.sweep.on_a + m.sweep.on_b) * 0.5 : (m.on_a + m.on_b) * 0.5;
    }

    /// Straight on with the velocity from before the step.
    static Motion as_it_came(const Step& step, Slot body, const Motion& went) {
        const BodyState& was = step.before.body(body);
        if (!was.present || !was.velocity_known) return went;
        Motion out{went.from, went.from};
        out.to.at += was.velocity * step.now.dt();
        return out;
    }

    void close(const Run& run) const {
        const double gap = std::max(run.gap, 0.0);
        if (!run.apart && (run.allowed == 0.0 || context_.passes(pictures_meet, run.first, run.first, run.a,
                                                                 run.b, gap, run.allowed)))
            return;
        const Recording& r = context_.recording;
        const World w = r.world_at(run.first);
        const std::string& u = r.header.unit;
        Finding f;
        f.fault = "hit-outside-art", f.first = r.number(run.first), f.last = r.number(run.last);
        name_bodies(w, {run.a, run.b}, f);
        f.at = run.at;
        if (run.first == run.last) f.fraction = run.fraction;
        f.weight = 0.6;
        add_fact(f, "gap", run.gap, u);
        f.marks.push_back({f.first, run.on_a, run.on_b, false, say("{} apart", length_text(r, run.gap))});
        note_threshold(f, {"slop", r.slop(), u});
        // The one of the two that lies farther outside its art.
        Slot loose = -1;
        double most = -1.0;
        for (const Slot c : {run.a, run.b}) {
            const ArtLook::Seen seen = art_.seen(w, at(w, c).body);
            if (!seen.art) continue;
            if (const double share = waste(*at(w, c).geometry, seen); share > most) most = share, loose = c;
        }
        if (loose >= 0) tighter(f, w, loose, most, run.gap);
        context_.found(std::move(f));
    }

    void tighter(Finding& f, const World& w, Slot c, double share, double gap) const {
        const std::string& u = context_.recording.header.unit;
        const std::string name = body_name(w, at(w, c).body);
        add_fact(f, "waste", 100.0 * share, "%");
        f.facts.push_back({"loose", name, "text"});
        const ArtLook::Seen seen = art_.seen(w, at(w, c).body);
        OutlinePoints points;
        double visible = 0.0;
        for (const auto& g : seen.parts) {
            const OutlinePoints more = outline_points(*g);
            points.insert(points.end(), more.begin(), more.end()), visible += g->measure();
        }
        const double covers = at(w, c).geometry->measure();
        std::string best;
        double least = infinity;
        for (const auto& [kind, words] : outlines) {
            const bool capsule = std::string_view(kind) == "capsule";
            const double area =
                Geometry(capsule ? capsule_round(points) : fitted(points, kind), Vec3(1.0)).measure();
            add_fact(f, std::string("area_of_") + kind, area, u + "²");
            add_fact(f, std::string("saved_by_") + kind, 100.0 * (1.0 - area / covers), "%");
            if (std::string_view(kind) != "hull" &&
                area < context_.settings["hit-outside-art.tighter"] * least)
                least = area, best = kind;
        }
        add_fact(f, "area_seen", visible, u + "²");
        add_fact(f, "area_of_collider", covers, u + "²");
        f.facts.push_back({"tightest", best, "text"});
        const Id collider = at(w, c).def->id;
        f.suggest.push_back({say("the convex hull of its picture for {}", the(name)),
                             {{{"colliders", {collider}}, {"fit", "hull"}, {"around", "picture"}}}});
        f.suggest.push_back({say("the pixels of its picture for {}", the(name)),
                             {{{"colliders", {collider}}, {"fit", "pixels"}}}});
        f.suggest.push_back({say("shrink the collider of {} by {} on all sides", the(name),
                                 length_text(context_.recording, 0.5 * gap)),
                             {{{"colliders", {collider}}, {"grow", -0.5 * gap}}}});
    }

    RuleContext context_;
    ArtLook art_;
    Runs<Pair, Run> runs_;
};

std::unique_ptr<Rule> make_rule(const RuleContext& context) {
    return std::make_unique<HitOutsideArtRule>(context);
}

void describe(const Recording& r, Finding& f) {
    AccountWriter account(f);
    account.at(f.first, f.fraction < 1.0 ? std::optional<double>(f.fraction) : std::nullopt,
               say("{} and {} hit each other, but their pictures are {} apart.", sentence_the(f.names[0]),
                   the(f.names.at(1)), length_text(r, f.number("gap"))));
    const Fact* loose = f.fact("loose");
    if (!loose) return account.cause(translated("a collider is larger than its picture."));
    const std::string owner = the(std::get<std::string>(loose->value));
    account.at(f.first,
               say("{} % of the collider of {} lies outside its picture.", figure(f.number("waste")), owner));
    std::vector<std::pair<double, std::string>> savings; // the greatest first
    for (const auto& [kind, words] : outlines)
        if (const double saved = f.number(std::string("saved_by_") + kind); saved >= 1.0)
            savings.emplace_back(-saved, say("{} by {} %", translated(words), figure(saved)));
    std::sort(savings.begin(), savings.end());
    std::vector<std::string> others;
    for (const auto& [saved, words] : savings) others.push_back(words);
    account.cause(say("the collider of {} is larger than its picture. {}.", owner,
                      others.empty() ? translated("No simple shape around the picture is smaller")
                                     : say("Around the picture these are smaller: {}",
                                           fmt::to_string(fmt::join(others, ", ")))));
}

} // namespace

const Fault hit_outside_art_fault = {
    .id = "hit-outside-art",
    .title = "Hit outside art",
    .what = "Two bodies hit each other though their pictures do not touch.",
    .headline = "{mover} and {other}",
    .needs = {Input::Art},
    .make_rule = make_rule,
    .describe = describe,
    .excuses = excuses,
};

} // namespace oddbounce
