-- SPDX-License-Identifier: MIT
-- Records a game's physics as a bounce log. One file, Lua 5.1 or later, nothing else.
--
--   local bounce = require("bounce_recorder")
--   local log = bounce.recorder("run.bouncelog", { gravity = {0, -900}, logs = {"contacts"} })
--   log:body(7, { name = "stoat", kind = "courier", moves = "kinematic" })
--   log:collider(12, 7, bounce.circle(8))
--   -- then, after every step:
--   log:frame(n)
--   log:state(7, x, y, angle, vx, vy)
--   log:contact(12, 31, { at = {x, y}, normal = {0, -1} })
--
-- It never raises into the game: the first failure is said once on stderr (and kept in log.failure), after which every
-- call does nothing. A frame is written when the next one begins.
local bounce = {}

local most_waiting = 1000000 -- entries of one frame; a game that never calls frame() must not fill the memory
bounce.null = setmetatable({}, { __name = "null" })
local list_mark = {} -- marks a table that is a list even when it is empty

local function list(t)
  return setmetatable(t or {}, list_mark)
end

local function number(n)
  if n ~= n or n == math.huge or n == -math.huge then return "0" end -- JSON has no infinities
  if n == math.floor(n) and math.abs(n) < 1e15 then return string.format("%.0f", n) end
  for _, digits in ipairs({ 6, 9, 15 }) do
    local text = string.format("%." .. digits .. "g", n)
    if tonumber(text) == n then return text end
  end
  return string.format("%.17g", n)
end

local function quoted(s)
  return '"' .. s:gsub('[%c"\\]', function(c)
    if c == '"' or c == "\\" then return "\\" .. c end
    return string.format("\\u%04x", c:byte())
  end) .. '"'
end

local function json(v)
  if v == bounce.null then return "null" end
  local kind = type(v)
  if kind == "number" then return number(v) end
  if kind == "string" then return quoted(v) end
  if kind == "boolean" then return tostring(v) end
  if kind ~= "table" then return "null" end
  local out = {}
  if #v > 0 or getmetatable(v) == list_mark then
    for i = 1, #v do out[i] = json(v[i]) end
    return "[" .. table.concat(out, ",") .. "]"
  end
  local keys = {}
  for k in pairs(v) do keys[#keys + 1] = k end
  table.sort(keys)
  for i, k in ipairs(keys) do out[i] = quoted(k) .. ":" .. json(v[k]) end
  return "{" .. table.concat(out, ",") .. "}"
end

function bounce.circle(r, at) return { type = "circle", r = r, at = at or { 0, 0 } } end
function bounce.box(w, h, at, angle) return { type = "box", size = { w, h }, at = at or { 0, 0 }, angle = angle or 0 } end
function bounce.capsule(a, b, r) return { type = "capsule", a = a, b = b, r = r } end
function bounce.polygon(points) return { type = "polygon", points = points } end
function bounce.chain(points, closed) return { type = "chain", points = points, closed = closed or false } end
-- Of three dimensions (header: space = 3): vectors are {x, y, z}, rotations unit quaternions {x, y, z, w}.
function bounce.sphere(r, at) return { type = "sphere", r = r, at = at or { 0, 0, 0 } } end
function bounce.box3(size, at, rotation)
  return { type = "box", size = size, at = at or { 0, 0, 0 }, rotation = rotation or { 0, 0, 0, 1 } }
end
function bounce.hull(points) return { type = "hull", points = points } end
-- Triangles by their corners' numbers, counted from 0; they have no inside.
function bounce.mesh(points, faces) return { type = "mesh", points = points, faces = faces } end
-- A tile map or a mask: rows of '#' and '.', row 0 at the origin; in space layers of rows along +z.
function bounce.cells(cell, origin, rows) return { type = "cells", cell = cell, origin = origin, rows = rows } end
function bounce.cells3(cell, origin, layers) return { type = "cells", cell = cell, origin = origin, layers = layers } end

local Recorder = {}
Recorder.__index = Recorder

local function fail(self, what)
  if not self.failure then
    self.failure = what
    io.stderr:write("bounce recorder: " .. what .. "; recording stops\n")
  end
  if self.file then self.file:close() end
  self.file, self.open = nil, nil
end

local function line(self, first, entry)
  if not self.file then return end
  local encoded, text = pcall(json, entry)
  if not encoded then return fail(self, "cannot write an entry: " .. tostring(text)) end
  -- The key that names the kind of line comes first, so that a person can read the log.
  text = "{" .. first .. (text == "{}" and "" or "," .. text:sub(2, -2)) .. "}\n"
  local ok, why = self.file:write(text)
  if ok then ok, why = self.file:flush() end
  if not ok then fail(self, "cannot write the log any further: " .. tostring(why)) end
end

local function finish(self)
  local frame = self.open
  if not frame then return end
  self.open, self.waiting = nil, 0
  local head = frame.head
  frame.head = nil
  line(self, head, frame)
end

local function add(self, key, entry)
  if not self.file then return end
  local frame = self.open or self.early -- while no frame is open it waits for the next one
  self.waiting = self.waiting + 1
  if self.waiting > most_waiting then return fail(self, "more than " .. most_waiting .. " entries in one frame") end
  local all = frame[key] or list()
  frame[key] = all
  all[#all + 1] = entry
end

local function with(more, keys)
  for k, v in pairs(more or {}) do
    if keys[k] == nil then keys[k] = v end
  end
  return keys
end

-- header: title, space (2 or 3), unit, up, rate, gravity, slop, skin, substeps, float, logs. With "end" in logs, close() says that the
-- log ends, so a game that hangs or crashes shows.
function bounce.recorder(path, header)
  local self = setmetatable({ waiting = 0, early = {} }, Recorder)
  local file, why = io.open(path, "wb")
  self.file = file
  if not file then fail(self, "cannot write " .. tostring(why)) end
  local h = with(header, {})
  h.logs = list(h.logs)
  for _, channel in ipairs(h.logs) do self.ends = self.ends or channel == "end" end
  local none = h.space == 3 and { 0, 0, 0 } or { 0, 0 }
  local up = h.space == 3 and { 0, 1, 0 } or { 0, 1 }
  line(self, '"bounce":1', with({ space = 2, up = up, unit = "px", rate = 60, gravity = none, float = 64 }, h))
  return self
end

-- Definitions: before the first frame that uses them, or between frames. Further keys as in the format.
function Recorder:body(id, more)
  finish(self)
  line(self, '"body":' .. number(id), with(more, {}))
end
function Recorder:collider(id, body, shape, more)
  finish(self)
  line(self, '"collider":' .. number(id), with(more, { body = body, shape = shape }))
end
function Recorder:pair(a, b, does) -- solid, report, ignore
  finish(self)
  line(self, '"pair":' .. json({ a, b }), { does = does })
end
-- A point of the body at which the game tests for ground or wall, and the direction that it guards.
function Recorder:probe(id, body, at, guards, name)
  finish(self)
  line(self, '"probe":' .. number(id), { body = body, at = at, guards = guards, name = name or "" })
end
-- A contact of these two layers must be followed by the event within so many frames.
function Recorder:expect(a, b, event, within)
  finish(self)
  line(self, '"expect":' .. json({ pair = { a, b }, event = event, within = within }), {})
end
-- What the player sees. image: a PNG's path within the log's folder, or a data:image/png;base64, URI.
-- more: body (without: a backdrop in the world), at, alpha.
function Recorder:art(id, image, size, more)
  finish(self)
  line(self, '"art":' .. number(id), with(more, { image = image, size = size }))
end

-- One frame: the state at the end of a step. Numbers rise.
function Recorder:frame(n, dt)
  finish(self)
  if not self.file then return end
  self.open, self.early = self.early, {}
  self.open.head, self.open.dt = '"frame":' .. number(n), dt
end
-- angle, vx, vy, angular_velocity may be left out from the right.
function Recorder:state(body, x, y, angle, vx, vy, angular_velocity) add(self, "bodies", list({ body, x, y, angle, vx, vy, angular_velocity })) end
-- Of three dimensions; rotation, velocity and angular_velocity may be left out from the right.
function Recorder:state3(body, at, rotation, velocity, angular_velocity)
  local row = list({ body })
  for _, part in ipairs({ at, rotation or list(), velocity or list(), angular_velocity or list() }) do
    for _, v in ipairs(part) do row[#row + 1] = v end
  end
  add(self, "bodies", row)
end
function Recorder:desired(body, vx, vy, vz) add(self, "desired", list({ body, vx, vy, vz })) end
-- Mirrored or stretched from this frame on: a mirrored side is negative.
function Recorder:scale(body, x, y, z) add(self, "scale", list({ body, x, y, z })) end
-- Where it was before overlaps were resolved; how many times the resolving loop ran.
function Recorder:unresolved(body, x, y, z) add(self, "unresolved", list({ body, x, y, z })) end
function Recorder:iterations(body, times) add(self, "iterations", { body, times }) end
function Recorder:grounded(body) add(self, "grounded", body) end
function Recorder:teleport(body) add(self, "teleport", body) end
function Recorder:removed(body) add(self, "removed", body) end
function Recorder:on(collider) add(self, "on", collider) end
function Recorder:off(collider) add(self, "off", collider) end
-- more: at, normal (from a to b), depth, impulse, phase, active.
function Recorder:contact(a, b, more) add(self, "contacts", with(more, { a = a, b = b })) end
-- more: caster, hit, layers, skip, at, normal, after.
function Recorder:ray(name, from, to, more)
  add(self, "rays", with({ hit = bounce.null }, with(more, { name = name, from = from, to = to })))
end
-- An event named "mark" is a remark: its note is shown at that moment.
function Recorder:event(name, about, note) add(self, "events", { name = name, about = list(about), note = note }) end
-- What the player saw in this frame; rect: x0, y0, x1, y1 in the world.
function Recorder:screenshot(image, rect)
  if self.open then self.open.screenshot = { image = image, rect = rect } end
end
-- Writes the frame now, not when the next begins: for a game that may hang in its next step.
function Recorder:flush() finish(self) end
-- Writes the last frame and closes the file.
function Recorder:close()
  finish(self)
  if self.ends then line(self, '"end":true', {}) end
  if self.file then self.file:close() end
  self.file = nil
end

return bounce
