-- SPDX-License-Identifier: MIT
-- A ball that falls on a floor; the lines that begin with "log" are all that recording needs.
package.path = (arg[0]:match("^(.*[/\\])") or "./") .. "../../recorder/?.lua;" .. package.path
local bounce = require("bounce_recorder")

local log = bounce.recorder(arg[1] or "first.bouncelog",
  { title = "falling ball", gravity = { 0, -900 }, logs = { "contacts" } })
log:body(1, { name = "ball", kind = "ball", moves = "kinematic" })
log:collider(1, 1, bounce.circle(8))
log:body(2, { name = "floor", kind = "floor" })
log:collider(2, 2, bounce.box(400, 20))

local y, speed = 200, 0
for n = 0, 119 do
  speed = speed - 900 / 60
  y = y + speed / 60
  local hits = y < 18
  if hits then y, speed = 18, -0.6 * speed end

  log:frame(n)
  log:state(1, 0, y, 0, 0, speed)
  if hits then log:contact(1, 2, { at = { 0, 10 }, normal = { 0, -1 } }) end
end
log:close()
os.exit(log.failure and 1 or 0)
