// SPDX-License-Identifier: GPL-3.0-or-later
// A body that strikes another, which is removed, and flies on as if it had met nothing, while nearly all that
// strikes such bodies is turned: the game removes what is struck and forgets the answer, or gives it twice.
#pragma once

#include "fault/rule.hpp"

#include <deque>
#include <map>

namespace oddbounce {

class Unturned {
  public:
    explicit Unturned(const RuleContext& context) : context_(context) {}

    void step(const Step& step);

    using Sorts = std::pair<std::string, std::string>; ///< kinds, or layers, of what moves and what is struck
    struct Hit {
        Slot mover = -1, struck = -1; ///< colliders
        std::size_t index = 0;        ///< of the frame in which they meet
        double speed = 0.0;           ///< closing, unit/s
        Vec3 before{0.0};             ///< velocity of the mover, unit/s
        Vec3 normal{0.0};             ///< unit, from the mover to what it struck
        double error = 0.0;           ///< of its way in a step, where places are rounded
        bool near = false;            ///< all but touching in the frame before, and noted then as well
        bool touched = false;         ///< not only about to
        bool over = false;            ///< what was struck is removed in that frame or in the next
        enum class Went { Unknown, Turned, On } went = Went::Unknown;
        std::size_t others = 0; ///< hits of such bodies that turned the mover
        Sorts sorts;            ///< of these
    };
    /// After the last step: the hits that no excuse lets pass, in order of frames.
    std::vector<Hit> unlike_others();

  private:
    static Sorts sorts_of(const World& world, const Hit& hit);
    void take(const Step& step, Slot mover, Slot struck, bool touched, double error);
    void take_all(const Step& step, Slot removed);
    bool touched(const Meeting& m) const;
    bool may_meet(const Step& step, const Meeting& m) const;
    bool turned(const Vec3& velocity, const Hit& hit) const;
    void compare(const Step& step, Hit& hit) const;
    static bool in_a_row(const std::vector<Hit*>& alike, std::size_t k);

    RuleContext context_;
    std::deque<Hit> pending_; ///< of this step and the one before
    struct Count {
        std::size_t turned = 0, on = 0;
    };
    std::map<Sorts, Count> counts_;
    std::vector<Hit> hits_; ///< after which one was removed
};

/// The excuse of `Unturned`, for the fault that it belongs to.
extern const Excuse unturned_passes;

} // namespace oddbounce
