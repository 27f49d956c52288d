"""OpenCV's inpainting: inpaint.py METHOD PHOTOGRAPH MASK OUT (telea or ns)."""

import sys

import cv2

REACH_PX = 5
METHODS = {"telea": cv2.INPAINT_TELEA, "ns": cv2.INPAINT_NS}

method, photograph, mask, out = sys.argv[1:]
picture = cv2.imread(photograph, cv2.IMREAD_COLOR)
holes = cv2.imread(mask, cv2.IMREAD_GRAYSCALE)
cv2.imwrite(out, cv2.inpaint(picture, holes, REACH_PX, METHODS[method]))
