# Above core/shape/ the code is the same in the plane and in space: no source there names a piece of the plane,
# an angle, a perpendicular or the x and y of a vector. Left out: what reads and writes files, where numbers
# have their places; pictures, which are flat; and what speaks to engines of the plane.
file(GLOB_RECURSE sources RELATIVE ${ROOT}/core ${ROOT}/core/encounter/*.[ch]pp ${ROOT}/core/observation/*.[ch]pp
     ${ROOT}/core/fault/*.[ch]pp     ${ROOT}/core/fix/*.[ch]pp)
list(LENGTH sources count)
if(count LESS 50)
  message(FATAL_ERROR "only ${count} sources found under ${ROOT}: nothing was tested")
endif()
set(plane "plane::|Vec2|flat\\(|raised\\(|left_of\\(|right_of\\(|[^:a]cross\\(|\\.angle\\(\\)|[.](x|y)([^a-zA-Z_(]|$)")
foreach(source ${sources})
  if(source MATCHES "fault/art_look|fix/case_file|fix/engine/[a-z0-9]*_world")
    continue()
  endif()
  file(STRINGS ${ROOT}/core/${source} lines REGEX "${plane}")
  if(lines)
    message(SEND_ERROR "core/${source} knows the plane: ${lines}")
  endif()
endforeach()

# Whether a solver moves a body is asked in one place.
foreach(source ${sources})
  if(source MATCHES "observation/solver.hpp" OR NOT source MATCHES "^(fault|observation)/")
    continue()
  endif()
  file(STRINGS ${ROOT}/core/${source} lines REGEX "Moves::(Dynamic|Kinematic)")
  if(lines)
    message(SEND_ERROR "core/${source} asks who moves a body: ${lines}: use observation/solver.hpp")
  endif()
endforeach()
