// SPDX-License-Identifier: GPL-3.0-or-later
#include "fix/engine/engine_run.hpp"

#include "fix/finding_fit.hpp"
#include "language/say.hpp"

namespace oddbounce {

namespace {

constexpr double float_steps = 16.0;   // ULP: as far as a step is from one played again
constexpr double float_width = 1.2e-7; // an ULP of 1 in 32 bits
constexpr double explained = 0.5;      // of what is missing: a push that leaves more explains nothing
constexpr double half = 0.5;           // of an extent: from the middle to the rim

bool dynamic(const BodyState& b) { return b.def && b.def->moves == Moves::Dynamic; }

/// The worlds of a recording, and the engine's beside them.
class Player {
  public:
    Player(const std::vector<World>& worlds, const EngineFix& fix, const Control* control,
           const std::set<Slot>* among = nullptr)
        : worlds_(worlds), fix_(fix), control_(control), among_(among),
          engine_(new_engine_world(worlds.front().recording())) {
        for (Slot b = 0; b < static_cast<Slot>(now().bodies().size()); ++b)
            if (there(now(), b)) add(b);
        for (Slot b = 0; b < static_cast<Slot>(now().bodies().size()); ++b)
            if (engine_->has(b)) engine_->join(now(), b);
        for (const auto& [b, most] : fix_.speed_caps) cap(b, most);
    }

    /// The next frame. `before(b)`: just before the engine steps, for every dynamic body.
    template <class Before> void step(const Before& before) {
        ++index_;
        for (Slot b = 0; b < static_cast<Slot>(was().bodies().size()); ++b) {
            if (!engine_->has(b) || !now().body(b).present) continue;
            if (dynamic(now().body(b)))
                before(b);
            else
                drive(b);
        }
        const double dt = now().dt() / fix_.substeps;
        for (int k = 0; k < fix_.substeps; ++k) engine_->step(now(), dt);
        for (Slot b = 0; b < static_cast<Slot>(now().bodies().size()); ++b) {
            const bool stays = there(now(), b);
            if (engine_->has(b) && !stays)
                engine_->remove(b);
            else if (engine_->has(b) && !dynamic(now().body(b)))
                put(b, now().body(b));
            else if (stays && !engine_->has(b))
                add(b), engine_->join(now(), b);
        }
        for (const auto& [b, most] : fix_.speed_caps) cap(b, most);
    }

    bool stopped() const { return control_ && control_->stop; }
    const World& was() const { return worlds_[index_ - 1]; }
    const World& now() const { return worlds_[index_]; }
    EngineWorld& engine() { return *engine_; }
    TrackPoint point(Slot b) const { return engine_->point(b); }
    void put(Slot b, const BodyState& s) { engine_->place(b, s.pose, s.velocity, s.angular_velocity); }

  private:
    bool there(const World& w, Slot b) const {
        return w.body(b).present && !w.body(b).leaving &&
               (!among_ || !dynamic(w.body(b)) || among_->count(b) > 0);
    }
    void add(Slot b) {
        const auto change = fix_.bodies.find(b);
        engine_->add(now(), b, change == fix_.bodies.end() ? EngineChange() : change->second);
    }
    /// What code moves: from where it was recorded, as fast as it was recorded, so that it pushes others.
    void drive(Slot b) {
        BodyState s = was().body(b);
        const BodyState& to = now().body(b);
        if (!to.teleported)
            s.velocity = to.velocity_logged ? to.velocity : (to.pose.at - s.pose.at) / now().dt(),
            s.angular_velocity = to.angular_velocity;
        if (s.def->moves != Moves::Static) put(b, s);
    }
    void cap(Slot b, double most) {
        if (!engine_->has(b)) return;
        const TrackPoint p = engine_->point(b);
        if (const double speed = glm::length(p.velocity); speed > most)
            engine_->place(b, p.pose, p.velocity * (most / speed), p.angular_velocity);
    }

    const std::vector<World>& worlds_;
    const EngineFix& fix_;
    const Control* control_;
    const std::set<Slot>* among_; // null: all
    std::size_t index_ = 0;       // of the world at the end of the last step
    std::unique_ptr<EngineWorld> engine_;
};

/// How far a velocity may be from the recorded one and still be what the engine gave, in units a second.
double step_rounding(const Recording& r, const BodyState& is, bool touches, double dt) {
    constexpr double of_a_slop = 0.1; // in a step: a solver that began elsewhere ends elsewhere
    const double rounding =
        float_steps * float_width * (glm::length(is.velocity) + glm::length(is.pose.at) / dt);
    return touches ? std::max(rounding, of_a_slop * r.slop() / dt) : rounding;
}

/// What code did to a body in a step, tried in three worlds: nothing; what it did in the step before; what is
/// missing to the recorded velocity.
class PushSeeker {
  public:
    PushSeeker(const std::vector<World>& worlds, const Control* control)
        : r_(worlds.front().recording()), nothing_(worlds, none_, control), same_(worlds, none_, control),
          missing_(worlds, none_, control) {}
    bool stopped() const { return nothing_.stopped(); }

    std::map<Slot, Push> step() {
        const auto as_recorded = [](Player& p, Slot b, const Push& push) {
            BodyState s = p.was().body(b);
            s.velocity += push.velocity, s.angular_velocity += push.angular_velocity;
            p.put(b, s);
        };
        const auto of = [](const std::map<Slot, Push>& all, Slot b) {
            const auto it = all.find(b);
            return it == all.end() ? Push() : it->second;
        };
        nothing_.step([&](Slot b) { as_recorded(nothing_, b, Push()); });
        same_.step([&](Slot b) { as_recorded(same_, b, of(last_, b)); });
        std::map<Slot, Push> lacking;
        const World& now = nothing_.now();
        for (const Slot b : now.movers())
            if (played(b)) lacking[b] = lacking_in(nothing_, b);
        missing_.step([&](Slot b) { as_recorded(missing_, b, of(lacking, b)); });
        std::map<Slot, Push> out;
        for (const auto& [b, all] : lacking) {
            const BodyState& is = now.body(b);
            if (is.teleported) {
                out[b].placed = true;
                continue;
            }
            const bool touches = !nothing_.point(b).hits.empty() || !missing_.point(b).hits.empty();
            const double most = step_rounding(r_, is, touches, now.dt());
            if (off(nothing_, b) <= most) {
                if (last_.count(b) && off(same_, b) <= most) out[b] = last_[b];
                continue;
            }
            if (last_.count(b) && off(same_, b) <= most)
                out[b] = last_[b];
            else if (off(missing_, b) < explained * off(nothing_, b))
                out[b] = all, out[b].guessed = touches;
            if (touches) continue; // where it is, the contact has put it
            const Player& best =
                out.count(b) ? (off(same_, b) < off(missing_, b) ? same_ : missing_) : nothing_;
            const Vec3 away = is.pose.at - best.point(b).pose.at;
            if (glm::length(away) > exact_difference(r_) + most * now.dt()) out[b].placed = true;
        }
        last_ = out;
        std::erase_if(last_, [](const auto& push) { return push.second.placed; });
        return out;
    }

  private:
    bool played(Slot b) {
        const BodyState& is = nothing_.now().body(b);
        return nothing_.engine().has(b) && dynamic(is) && nothing_.was().body(b).present && !is.fresh;
    }
    Push lacking_in(const Player& p, Slot b) const {
        const BodyState& is = p.now().body(b);
        Push out;
        if (is.velocity_logged) out.velocity = is.velocity - p.point(b).velocity;
        out.angular_velocity = is.angular_velocity - p.point(b).angular_velocity;
        return out;
    }
    /// How far from the recorded velocity; of its turning, at its rim.
    double off(const Player& p, Slot b) const {
        const Push lacks = lacking_in(p, b);
        const double reach = smallest_extent(p.now(), b);
        return glm::length(lacks.velocity) +
               (reach < infinity ? half * reach * glm::length(lacks.angular_velocity) : 0.0);
    }

    const Recording& r_;
    const EngineFix none_;
    Player nothing_, same_, missing_;
    std::map<Slot, Push> last_;
};

} // namespace

EngineFix engine_fix(const Recording& r, const std::map<Id, nlohmann::json>& motion) {
    EngineFix out;
    for (const auto& [id, change] : motion) {
        const Slot slot = r.body_slot(id);
        for (const auto& [key, value] : change.items()) {
            if (key == "motion" || key == "motion_kinds") continue;
            const bool tests = key == "tests";
            if (tests && value == "swept")
                out.bodies[slot].swept = true;
            else if (key == "lock_turn")
                out.bodies[slot].lock_turn = value.get<bool>();
            else if (key == "friction")
                out.bodies[slot].friction = value.get<double>();
            else if (key == "restitution")
                out.bodies[slot].restitution = value.get<double>();
            else if (key == "speed_cap")
                out.speed_caps[slot] = value.get<double>();
            else if (key == "substeps")
                out.substeps = std::max(1, static_cast<int>(value.get<double>()));
            else if (!(tests && value == "substeps"))
                throw CannotRebuild{
                    say("{} responds to touches itself: '{}' is nothing that it has", engine_of(r), key)};
        }
    }
    std::erase_if(out.speed_caps, [](const auto& cap) { return cap.second <= 0.0; });
    return out;
}

Pushes pushes_in(const std::vector<World>& worlds, std::size_t first, const Control* control) {
    Pushes out;
    out.first = first;
    PushSeeker seeker(worlds, control);
    for (std::size_t k = 1; k < worlds.size() && !seeker.stopped(); ++k) out.steps.push_back(seeker.step());
    return out;
}

Tracks played(const std::vector<World>& worlds, std::size_t first, const Pushes& pushes, const EngineFix& fix,
              const Control* control, const std::set<Slot>* among, const std::pair<Slot, TrackPoint>* start) {
    Tracks out;
    Player player(worlds, fix, control, among);
    if (start)
        player.engine().place(start->first, start->second.pose, start->second.velocity,
                              player.now().body(start->first).angular_velocity);
    const auto note = [&](std::size_t index) {
        for (const Slot b : player.now().movers()) {
            if (!player.engine().has(b) || !dynamic(player.now().body(b))) continue;
            Track& track = out[b];
            if (track.points.empty()) track.first = index;
            track.points.push_back(player.point(b));
        }
    };
    note(first);
    for (std::size_t i = first + 1; i < first + worlds.size() && !player.stopped(); ++i) {
        static const std::map<Slot, Push> none;
        const std::size_t k = i - pushes.first - 1;
        const auto& now = k < pushes.steps.size() ? pushes.steps[k] : none;
        player.step([&](Slot b) {
            const auto push = now.find(b);
            if (push == now.end()) return;
            const TrackPoint p = player.point(b);
            player.engine().place(b, p.pose, p.velocity + push->second.velocity,
                                  p.angular_velocity + push->second.angular_velocity);
        });
        for (const auto& [b, push] : now)
            if (push.placed && player.engine().has(b)) player.put(b, player.now().body(b));
        note(i);
    }
    return out;
}

Tracks other_than_recorded(const std::vector<World>& worlds, std::size_t first, Tracks tracks, Slot always) {
    const double exact = exact_difference(worlds.front().recording());
    std::erase_if(tracks, [&](const auto& entry) {
        const auto& [body, track] = entry;
        for (std::size_t k = 0; k < track.points.size(); ++k) {
            const Pose &is = track.points[k].pose, &was = worlds[track.first - first + k].body(body).pose;
            if (glm::length(is.at - was.at) > exact || Motion{was, is}.turning() > exact) return false;
        }
        return body != always;
    });
    return tracks;
}

std::set<Slot> bodies_near(const std::vector<World>& worlds, const std::vector<Id>& ids) {
    const Recording& r = worlds.front().recording();
    std::map<Slot, Box> swept;
    std::set<Slot> asked;
    for (const Id id : ids) asked.insert(r.body_slot(id));
    std::map<Slot, double> ways; // of those
    for (std::size_t k = 0; k < worlds.size(); ++k)
        for (const Slot b : worlds[k].movers()) {
            for (const Slot c : worlds[k].colliders_of(b))
                if (worlds[k].live(c))
                    swept[b].add(at(worlds[k], c).geometry->bounds(worlds[k].body(b).pose));
            if (k > 0 && asked.count(b))
                ways[b] += glm::length(worlds[k].motion_since(worlds[k - 1], b).travel());
        }
    double way = 0.0;
    for (const auto& [b, w] : ways) way = std::max(way, w);
    Box round;
    for (const Slot b : asked)
        if (swept.count(b)) round.add(swept[b]);
    Box reach = round;
    reach.grow(way);
    std::set<Slot> out;
    for (const auto& [b, box] : swept)
        if (asked.count(b) || reach.meets(box)) out.insert(b);
    return out;
}

} // namespace oddbounce
