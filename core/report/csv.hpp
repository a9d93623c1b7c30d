// SPDX-License-Identifier: GPL-3.0-or-later
// A recording's numbers as CSV (RFC 4180), for spreadsheets and scripts.
#pragma once

#include "fault/scan.hpp"

#include <ostream>

namespace oddbounce {

/// One line a body and frame: frame, time, body, name, x, y, z, angle, vx, vy, vz, grounded. Places of every
/// body that is there, whether it has a row in that frame or not; a velocity that is not known stays empty.
void write_bodies_csv(std::ostream& out, const Recording& recording, std::size_t first, std::size_t last);
/// One line a contact: frame, a, b, their bodies' names, x, y, z, nx, ny, nz, depth, impulse, phase, active.
void write_contacts_csv(std::ostream& out, const Recording& recording, std::size_t first, std::size_t last);
/// One line a finding: id, fault, first, last, bodies, x, y, grade, weight, facts.
void write_findings_csv(std::ostream& out, const std::vector<Finding>& findings);

} // namespace oddbounce
