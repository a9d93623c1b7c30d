// SPDX-License-Identifier: GPL-3.0-or-later
// The pictures of Gullwick Post, painted in letters.
#pragma once

#include <string>

/// "stoat", "parcel", "gull", "buoy", "drum", "ring" (a drum's end), "cart": a PNG as a data URI.
std::string sprite(const std::string& name);
