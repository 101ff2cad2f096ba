"""The steps of the page press in native OpenCV, from the bytes of a photograph to those of a page, to be measured against.

Usage: python3 native.py PHOTOGRAPH TIMES PAGE
Writes the page as PNG and prints {"ms": [milliseconds each time]}.
"""

import json
import sys
import time

import cv2
import numpy as np

A4 = (1654, 2339)


def corners_of(img):
    """The largest contour with four corners, at the size at which pages are looked for; else the whole."""
    h, w = img.shape[:2]
    by = max(1, -(-max(h, w) // 520))
    small = cv2.cvtColor(cv2.resize(img, (w // by, h // by), interpolation=cv2.INTER_AREA), cv2.COLOR_BGR2GRAY)
    edges = cv2.dilate(cv2.Canny(cv2.GaussianBlur(small, (3, 3), 0), 50, 120), np.ones((3, 3), np.uint8))
    found, _ = cv2.findContours(edges, cv2.RETR_EXTERNAL, cv2.CHAIN_APPROX_SIMPLE)
    for contour in sorted(found, key=cv2.contourArea, reverse=True)[:5]:
        quad = cv2.approxPolyDP(contour, 0.02 * cv2.arcLength(contour, True), True)
        if len(quad) == 4:
            quad = quad[:, 0].astype(np.float32) * by
            # As precise as ours: to a part of a pixel, at the full size.
            return cv2.cornerSubPix(cv2.cvtColor(img, cv2.COLOR_BGR2GRAY), quad, (by * 2, by * 2), (-1, -1), (3, 30, 0.01))
    return np.float32([[0, 0], [w, 0], [w, h], [0, h]])


def upright(quad):
    first = int(np.argmin(quad.sum(1)))
    quad = np.roll(quad, -first, 0)
    # Clockwise.
    return quad if np.cross(quad[1] - quad[0], quad[2] - quad[1]) > 0 else np.roll(quad[::-1], 1, 0)


def press(data):
    img = cv2.imdecode(data, cv2.IMREAD_COLOR)
    quad = upright(corners_of(img))
    w, h = A4
    to = cv2.getPerspectiveTransform(quad.astype(np.float32), np.float32([[0, 0], [w, 0], [w, h], [0, h]]))
    page = cv2.cvtColor(cv2.warpPerspective(img, to, A4, flags=cv2.INTER_LINEAR), cv2.COLOR_BGR2GRAY)
    small = cv2.resize(cv2.dilate(page, np.ones((4, 4), np.uint8)), (w // 4, h // 4), interpolation=cv2.INTER_NEAREST)
    paper = cv2.blur(cv2.morphologyEx(small, cv2.MORPH_CLOSE, np.ones((7, 7), np.uint8)), (3, 3))
    even = cv2.divide(page, cv2.resize(paper, A4, interpolation=cv2.INTER_LINEAR), scale=255)
    cv2.Laplacian(even, cv2.CV_16S).std()
    _, ink = cv2.threshold(even, 0, 255, cv2.THRESH_OTSU)
    return cv2.imencode(".png", ink, [cv2.IMWRITE_PNG_BILEVEL, 1])[1]


if __name__ == "__main__":
    data = np.fromfile(sys.argv[1], np.uint8)
    ms = []
    for _ in range(int(sys.argv[2])):
        start = time.perf_counter()
        out = press(data)
        ms.append((time.perf_counter() - start) * 1000)
    out.tofile(sys.argv[3])
    print(json.dumps({"ms": ms}))
