# Keeps a program running, and stops what was started. Sourced by ./start, never run.

# supervise SECONDS START: waits for $site_pid and calls START, which sets it again, each time it ends. Gives up with 1 where it ended
# within SECONDS of its start: what dies at once, again and again, is for a person to look at.
supervise() {
  local patience=$1 start=$2 since
  while :; do
    since=$SECONDS
    wait "$site_pid"
    [ $((SECONDS - since)) -lt "$patience" ] && return 1
    say "The site died and is started again"
    "$start"
  done
}

# stop_programs PID…: asks each to end, in that order, and waits until it has. Empty ids are passed over.
stop_programs() {
  local pid
  for pid in "$@"; do
    [ -n "$pid" ] && kill -TERM "$pid" 2>/dev/null && wait "$pid" 2>/dev/null
  done
  return 0
}
