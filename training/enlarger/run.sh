#!/usr/bin/env bash
# Makes core/models/enlarger-2.onnx and enlarger-4.onnx anew from the npm package that their weights come from, and
# compares each with it in its own runtime. Needs npm, and Debian's python3-onnx and python3-numpy.
set -euo pipefail
here=$(cd "$(dirname "$0")" && pwd)
work=${ENLARGER_WORK:-$HOME/.cache/cloudbank-enlarger}
mkdir -p "$work" && cd "$work"
npm init -y >/dev/null
npm install --no-save --legacy-peer-deps --loglevel=error @upscalerjs/esrgan-slim@1.0.0 @tensorflow/tfjs@4.22.0 onnxruntime-web@1.22.0
cp "$here/check.mjs" "$work/check.mjs"
for times in 2 4; do
  from=$work/node_modules/@upscalerjs/esrgan-slim/models/x$times
  to=$here/../../core/models/enlarger-$times.onnx
  /usr/bin/python3 "$here/convert.py" "$from/model.json" "$to"
  node "$work/check.mjs" "$from" "$to"
done
