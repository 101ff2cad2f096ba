"""A page straightened by OpenCV: each fortieth dot, red, green and blue.

Usage: python3 warped.py PHOTOGRAPH CORNERS WIDTH HEIGHT
"""

import json
import sys

import cv2
import numpy as np

img = cv2.imread(sys.argv[1], cv2.IMREAD_COLOR)
w, h = int(sys.argv[3]), int(sys.argv[4])
# Dots are counted from their middles.
to = np.float32([[0, 0], [w, 0], [w, h], [0, h]]) - 0.5
page = cv2.warpPerspective(img, cv2.getPerspectiveTransform(np.float32(json.loads(sys.argv[2])), to), (w, h), flags=cv2.INTER_LINEAR)
print(json.dumps(page[40 : h - 40 : 40, 40 : w - 40 : 40, ::-1].ravel().tolist()))
