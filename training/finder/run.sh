#!/usr/bin/env bash
# Trains the finder in the background, at the lowest priority, until it is stopped.
#   run.sh start    makes what is missing (tools, models, sprites), then trains in cycles; goes on where it was
#   run.sh pause | go | stop | status
#   run.sh export FILE.onnx    the best network so far, for onnxruntime
# Everything is kept in $FINDER_WORK (default ~/.cache/cloudbank-training). It needs gcc and Debian's packages (as root).
set -euo pipefail
here=$(cd "$(dirname "$0")" && pwd)
work=${FINDER_WORK:-$HOME/.cache/cloudbank-training}
demo=${FINDER_DEMO:-$here/../../demo}
minutes=${FINDER_MINUTES:-50}
count=${FINDER_SPRITES:-1500}
python=/usr/bin/python3
mkdir -p "$work"
group() { [ -s "$work/pid" ] && kill -0 -- "-$(cat "$work/pid")" 2>/dev/null; }

tools() {
  $python -c 'import torch, onnx, PIL' 2>/dev/null && command -v gcc unzip >/dev/null && return
  apt-get update -qq && apt-get install -y -qq python3-torch python3-onnx python3-pil python3-numpy gcc unzip
}
models() {
  [ -d "$work/models" ] && return
  rm -rf "$work/deb" && mkdir "$work/deb" && cd "$work/deb" && apt-get update -qq && apt-get download sweethome3d-furniture && dpkg -x ./*.deb x
  for pack in $(find x -name '*.sh3f'); do mkdir -p "m/$(basename "$pack" .sh3f)" && unzip -qo "$pack" -d "m/$(basename "$pack" .sh3f)"; done
  mv m "$work/models"
}
libraries() {
  for name in render synth; do gcc -O3 -march=native -ffast-math -shared -fPIC "$here/$name.c" -o "$work/lib$name.so" -lm 2>/dev/null; done
}
sprites() { # NAME COUNT SEED PART
  [ -f "$work/sprites/$1.npz" ] || $python "$here/sprites.py" "$work/sprites/$1" "$2" --seed "$3" --part "$4" --models "$work/models" --textures "$work/textures.npy" --so "$work/librender.so"
}
cycle_of() { # FROM TO MINUTES
  # shellcheck disable=SC2086
  $python "$here/train.py" "$2" $packs --init "$1" --minutes "$3" --textures "$work/textures.npy" --val "$work/val.npy" --demo "$demo" --seed $((100 + cycle)) \
    --frozen 0 --rate 1.2e-3 --encoder-rate 0.25 --reuse 3 --sizes 128 160 192 --late-sizes 160 192 224 --flat 0.4 --val-every 600
}
score() { $python -c "import torch,sys; v=torch.load(sys.argv[1],map_location='cpu').get('val'); print(v[0] + v[3] if v else 0)" "$1"; }

train() {
  tools; models; libraries; mkdir -p "$work/sprites"; export OMP_NUM_THREADS=1 FINDER_SYNTH="$work/libsynth.so"
  sprites val 260 91 val
  [ -f "$work/val.npy" ] || $python "$here/synth.py" "$work/val.npy" "$work/sprites/val" --textures "$work/textures.npy" -n 300 --side 192 --seed 77
  cycle=$(cat "$work/cycle" 2>/dev/null || echo 0)
  while :; do
    cycle=$((cycle + 1)); echo "$cycle" > "$work/cycle"
    sprites "a$cycle" "$count" $((1000 + cycle)) train & sprites "b$cycle" "$count" $((5000 + cycle)) train & wait # new things every cycle
    ls -t "$work"/sprites/[ab]*.npz | tail -n +7 | while read -r old; do rm -f "$old" "${old%.npz}.rgba.npy"; done
    packs=$(ls "$work"/sprites/[ab]*.npz | sed 's/\.npz$//')
    [ -f "$work/best.pt" ] || cycle_of "$here/finder.pt" "$work/best.pt" 0 # measures it
    echo "cycle $cycle, $(date -u +%H:%M): training $minutes minutes"
    cycle_of "$work/best.pt" "$work/now.pt" "$minutes"
    old=$(score "$work/best.pt"); new=$(score "$work/now.pt"); echo "cycle $cycle: validation + demo shoot $old -> $new"
    if $python -c "import sys; sys.exit(not float(sys.argv[1]) > float(sys.argv[2]))" "$new" "$old"; then mv "$work/now.pt" "$work/best.pt"; fi
  done
}

case "${1:-}" in
  start) group && { echo 'It trains already.'; exit; }
    sysctl -qw kernel.sched_autogroup_enabled=0 2>/dev/null || true # so that nice counts for every terminal
    setsid nice -n 19 "$here/run.sh" work >> "$work/log" 2>&1 < /dev/null & echo $! > "$work/pid"; echo "Started; log: $work/log" ;;
  work) train ;;
  pause) group && kill -STOP -- "-$(cat "$work/pid")" && echo Paused. ;;
  go) group && kill -CONT -- "-$(cat "$work/pid")" && echo 'Goes on.' ;;
  stop) if group; then kill -CONT -- "-$(cat "$work/pid")"; kill -- "-$(cat "$work/pid")"; fi; rm -f "$work/pid"; echo Stopped. ;;
  status) if group; then echo Training.; else echo 'Not training.'; fi; tail -n 6 "$work/log" 2>/dev/null || true ;;
  export) $python "$here/export.py" "$([ -f "$work/best.pt" ] && echo "$work/best.pt" || echo "$here/finder.pt")" "${2%.onnx}" ;;
  *) sed -n 2,7p "$0"; exit 1 ;;
esac
