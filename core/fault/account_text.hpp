// SPDX-License-Identifier: GPL-3.0-or-later
// Words and numbers of accounts, from one place: window, command line and reports say the same.
#pragma once

#include "fault/finding.hpp"
#include "language/say.hpp"
#include "observation/response.hpp"
#include "observation/support.hpp"

namespace oddbounce {

constexpr double left_of_nothing = 1e-10; ///< by a subtraction: less than this is taken for 0
/// About three significant digits, thousands set apart by a thin space: "1 460", "24.3", "0.002". Whole
/// numbers keep all their digits. What is smaller than `nothing` is 0.
std::string figure(double value, double nothing = left_of_nothing);
/// A figure with the recording's length unit, or that per second: "3.1 px", "1 460 px/s".
std::string length_text(const Recording& recording, double value, double nothing = left_of_nothing);
std::string speed_text(const Recording& recording, double value);
/// "(150, −190) px/s"; `unit` may be empty.
/// As many parts as the space has; 0: two where the third is zero.
std::string vector_text(const Vec3& value, const std::string& unit, int space = 0);
/// "normal (0, 1)"
std::string normal_text(const Vec3& normal);
/// "16 %"
std::string percent(double share);
/// "1 frame", "12 frames"; `noun` in the singular.
std::string count_text(double count, const std::string& noun);

/// What a person calls the body: its name, else its kind, else "body 7". Where several bodies are called so,
/// the id tells them apart: "crate #12".
std::string body_name(const World& world, Slot body);
std::string body_name(const Recording& recording, Id id);
/// Its kind, or its name where it has none.
std::string body_kind(const Recording& recording, Id id);
/// The name in a sentence: with the article where it is a common noun ("the parcel", "the mail slot"),
/// without where it is an identifier ("parcel 0", "crate #12", "PlayerBody", "left_foot").
std::string the(const std::string& name);
/// The same at the beginning of a sentence.
std::string sentence_the(const std::string& name);

/// A pair at the end of one frame: gap between the two nearest colliders of the pair, and where a is from b.
struct PairView {
    bool known = false;
    double gap = infinity;
    Vec3 normal{0.0}, on_a{0.0}, on_b{0.0};
};
PairView pair_at(const World& world, Slot collider_a, Slot collider_b);
/// What of the other one lies that way (a unit vector) of the first, within `far`: on the floor of a map the
/// wall ahead, not the floor. As `pair_at` where nothing lies there, or where that is the nearest.
PairView pair_toward(const World& world, Slot collider_a, Slot collider_b, const Vec3& way, double far);

/// "above", "below", "left of", "right of": where something lies if `away` points from the other to it.
std::string side_word(const Recording& recording, const Vec3& away);
/// "2 px above", "0.4 px inside": where the first of a pair lies. Requires: it is known.
std::string place_text(const Recording& recording, const PairView& pair);
/// "falling at 1 460 px/s", "moving left at 220 px/s", "at rest".
std::string motion_text(const Recording& recording, const Vec3& velocity);
/// "wants to move right at 150 px/s", "wants to stand still".
std::string desired_text(const Recording& recording, const Vec3& desired);

/// Writes the account of a finding, one sentence a moment; the cause comes last.
class AccountWriter {
  public:
    explicit AccountWriter(Finding& finding) : finding_(finding) {}
    void at(std::int64_t frame, std::string text) {
        finding_.account.push_back({frame, {}, std::move(text)});
    }
    /// At `fraction` of the step that ends with `frame`.
    void at(std::int64_t frame, std::optional<double> fraction, std::string text) {
        const bool ends = fraction && *fraction >= 1.0 - moment_snap;
        finding_.account.push_back({frame, ends ? std::nullopt : fraction, std::move(text)});
    }
    /// What causes the fault, or what would decide between causes; a sentence that begins in lower case.
    void cause(std::string text) { finding_.account.push_back({finding_.last, {}, std::move(text), true}); }

  private:
    Finding& finding_;
};

/// What a body may be called in a finding, mover first.
void name_bodies(const World& world, const std::vector<Slot>& colliders, Finding& finding);
/// The mover as a fix names it: by its name where it has one, for all that are called so move by the same
/// code.
nlohmann::json mover_target(const World& world, const Finding& finding);
Threshold note_threshold(Finding& finding, const Threshold& threshold);
void add_fact(Finding& finding, const std::string& key, double value, const std::string& unit,
              double nothing = left_of_nothing);

} // namespace oddbounce
