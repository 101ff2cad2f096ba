"""Photographs of pages whose corners are known: a page is seen by a pinhole camera of OpenCV, on a table that is drawn.

Usage: python3 camera.py FOLDER WIDTH KIND:SEED [KIND:SEED …]
Writes KIND-SEED.jpg each and prints {"KIND-SEED": [[x, y] four times]}: the page's corners in pixels, clockwise from its upper left.
"""

import json
import sys

import cv2
import numpy as np

KINDS = ["wood", "cloth", "shade", "turned", "clutter", "tiles", "hand", "cut"]
PAGE = (1654, 2339)  # A4 at 200 dots an inch


def page(rng):
    """Something written by hand on a page, with a table and a drawing, sometimes on squared or lined paper."""
    w, h = PAGE
    tone = rng.uniform(225, 250)
    img = np.full((h, w, 3), (tone - rng.uniform(0, 14), tone - 4, tone), np.uint8)
    ruling = rng.integers(0, 3)
    if ruling > 0:
        step = 40 if ruling == 1 else 63
        for y in range(step, h, step):
            cv2.line(img, (0, y), (w, y), (215, 205, 190), 2)
        if ruling == 1:
            for x in range(step, w, step):
                cv2.line(img, (x, 0), (x, h), (215, 205, 190), 2)
    ink = [(90, 50, 30), (40, 35, 35), (120, 60, 20)][rng.integers(0, 3)]
    words = "the kite string is longer than the harbour wall and pulls when wind comes over water".split()
    y = 200
    while y < h - 200:
        if rng.random() < 0.12 and y < h - 700:
            size = int(rng.uniform(250, 420))
            x = int(rng.uniform(200, 800))
            pts = np.array([[x + size, y], [x + 2 * size, y + size // 2], [x + size, y + int(1.3 * size)], [x, y + size // 2]])
            cv2.polylines(img, [pts], True, ink, 5, cv2.LINE_AA)
            y += int(1.3 * size) + 120
            continue
        line = " ".join(rng.choice(words, rng.integers(2, 7)))
        cv2.putText(img, line, (int(rng.uniform(130, 180)), y), cv2.FONT_HERSHEY_SCRIPT_SIMPLEX, 1.9, ink, 4, cv2.LINE_AA)
        y += int(rng.uniform(85, 130))
    return img


def noise(rng, h, w, scale_y, scale_x):
    """Smooth noise between -1 and 1, as fine as the scales say (pixels)."""
    small = rng.standard_normal((max(2, int(h / scale_y)), max(2, int(w / scale_x)))).astype(np.float32)
    big = cv2.resize(small, (w, h), interpolation=cv2.INTER_CUBIC)
    return big / (np.abs(big).max() + 1e-6)


def wood(rng, h, w, u):
    base = np.array([rng.uniform(45, 80), rng.uniform(75, 110), rng.uniform(110, 150)], np.float32)
    grain = noise(rng, h, w, 400 * u, 14 * u) * 18 + noise(rng, h, w, 900 * u, 60 * u) * 14
    img = base + grain[..., None]
    for x in np.arange(rng.uniform(0, 300 * u), w, rng.uniform(500, 800) * u):
        cv2.line(img, (int(x), 0), (int(x), h), (20, 30, 45), max(1, int(6 * u)))
    return img


def cloth(rng, h, w, u):
    base = np.array([rng.uniform(60, 140), rng.uniform(50, 110), rng.uniform(40, 120)], np.float32)
    yy, xx = np.mgrid[0:h, 0:w].astype(np.float32)
    weave = np.sin(xx * (0.8 / max(u, 0.3))) * np.sin(yy * (0.8 / max(u, 0.3))) * 8
    return base + (weave + noise(rng, h, w, 500 * u, 500 * u) * 22)[..., None]


def tiles(rng, h, w, u):
    side = rng.uniform(230, 420) * u
    turn = rng.uniform(0, np.pi / 2)
    yy, xx = np.mgrid[0:h, 0:w].astype(np.float32)
    a = np.floor((xx * np.cos(turn) + yy * np.sin(turn)) / side) + np.floor((-xx * np.sin(turn) + yy * np.cos(turn)) / side)
    dark, light = rng.uniform(30, 70), rng.uniform(215, 240)
    return np.repeat(np.where(a % 2 == 0, dark, light).astype(np.float32)[..., None], 3, 2) + noise(rng, h, w, 90 * u, 90 * u)[..., None] * 6


def clutter(rng, h, w, u, corners):
    img = wood(rng, h, w, u)
    middle = corners.mean(0)
    reach = np.linalg.norm(corners - middle, axis=1).max()
    for _ in range(24):
        at = np.array([rng.uniform(0, w), rng.uniform(0, h)])
        size = rng.uniform(150, 520) * u
        if np.linalg.norm(at - middle) < reach * 0.62 + size * 0.5:
            continue
        colour = tuple(float(c) for c in rng.uniform(20, 245, 3))
        kind = rng.integers(0, 3)
        if kind == 0:
            box = cv2.boxPoints(((float(at[0]), float(at[1])), (size, size * rng.uniform(0.1, 0.8)), float(rng.uniform(0, 180))))
            cv2.fillPoly(img, [box.astype(np.int32)], colour, cv2.LINE_AA)
        elif kind == 1:
            cv2.circle(img, (int(at[0]), int(at[1])), int(size / 3), colour, -1, cv2.LINE_AA)
        else:
            end = at + size * np.array([np.cos(a := rng.uniform(0, 6.3)), np.sin(a)])
            cv2.line(img, tuple(int(v) for v in at), tuple(int(v) for v in end), colour, max(2, int(22 * u)), cv2.LINE_AA)
    return img


def seen(rng, kind, w, h):
    """The corners of the page as the camera sees them, in pixels."""
    pw, ph = 210.0, 297.0
    focal = w * rng.uniform(0.95, 1.25)
    if kind == "turned":
        roll = rng.uniform(15, 75) * rng.choice([-1, 1])
    else:
        roll = rng.uniform(-9, 9)
    if w > h:
        roll += 90
    pitch, yaw = rng.uniform(-24, 24), rng.uniform(-20, 20)
    turn = cv2.Rodrigues(np.radians([pitch, 0.0, 0.0]))[0] @ cv2.Rodrigues(np.radians([0.0, yaw, 0.0]))[0] @ cv2.Rodrigues(np.radians([0.0, 0.0, roll]))[0]
    points = np.array([[-pw / 2, -ph / 2, 0], [pw / 2, -ph / 2, 0], [pw / 2, ph / 2, 0], [-pw / 2, ph / 2, 0]]) @ turn.T
    # As near as the page just fits, and a little farther.
    fill = rng.uniform(0.72, 0.92) if kind != "cut" else rng.uniform(1.02, 1.12)
    z = 100.0
    while True:
        p = points + [0, 0, z]
        xy = p[:, :2] / p[:, 2:] * focal
        size = xy.max(0) - xy.min(0)
        if size[0] <= w * fill and size[1] <= h * fill:
            break
        z *= 1.01
    xy -= (xy.max(0) + xy.min(0)) / 2
    room = np.maximum(0, (np.array([w, h]) - size) / 2 * 0.8)
    shift = rng.uniform(-room, room)
    if kind == "cut":
        # One side of it lies outside.
        axis = rng.integers(0, 2)
        shift[axis] = rng.choice([-1, 1]) * ((np.array([w, h])[axis] - size[axis]) / 2 + rng.uniform(0.06, 0.18) * size[axis])
    return xy + [w / 2, h / 2] + shift


def photograph(kind, seed, width):
    rng = np.random.default_rng([KINDS.index(kind), seed])
    h, w = width * 4 // 3, width  # held upright
    u = w / 3000
    corners = seen(rng, kind, w, h)
    table = {"cloth": cloth, "tiles": tiles}.get(kind)
    if table:
        img = table(rng, h, w, u)
    elif kind == "clutter":
        img = clutter(rng, h, w, u, corners)
    else:
        img = wood(rng, h, w, u)
    img = np.ascontiguousarray(img, np.float32)
    pw, ph = PAGE
    to = cv2.getPerspectiveTransform(np.float32([[0, 0], [pw, 0], [pw, ph], [0, ph]]), corners.astype(np.float32))
    paper = cv2.warpPerspective(page(rng).astype(np.float32), to, (w, h), flags=cv2.INTER_AREA)
    big = cv2.warpPerspective(np.full((ph * 2, pw * 2), 1, np.float32), to @ np.diag([0.5, 0.5, 1]), (w, h), flags=cv2.INTER_LINEAR)
    mask = big[..., None]
    # The page throws a narrow shadow.
    shadow = cv2.GaussianBlur(np.roll(big, (int(10 * u), int(8 * u)), (0, 1)), (0, 0), max(1.0, 9 * u))
    img *= 1 - 0.45 * shadow[..., None]
    img = img * (1 - mask) + paper * mask
    yy, xx = np.mgrid[0:h, 0:w].astype(np.float32)
    light = 1 + rng.uniform(-0.18, 0.18) * (xx / w - 0.5) * 2 + rng.uniform(-0.18, 0.18) * (yy / h - 0.5) * 2
    if kind == "shade":
        a = rng.uniform(0, 6.3)
        edge = (xx - w * rng.uniform(0.35, 0.65)) * np.cos(a) + (yy - h * rng.uniform(0.35, 0.65)) * np.sin(a)
        light *= 1 - rng.uniform(0.35, 0.55) / (1 + np.exp(-edge / (rng.uniform(12, 90) * u)))
    img = img * light[..., None]
    if kind == "hand":
        at = corners[rng.integers(0, 4)]
        middle = corners.mean(0)
        # A thumb lies over a corner, from outside.
        way = (at - middle) / np.linalg.norm(at - middle)
        a = np.degrees(np.arctan2(way[1], way[0])) + rng.uniform(-30, 30)
        tip = at - way * rng.uniform(90, 180) * u
        long, broad = rng.uniform(650, 800) * u, rng.uniform(210, 270) * u
        heart = tip + long * np.array([np.cos(np.radians(a)), np.sin(np.radians(a))])
        skin = (rng.uniform(80, 150), rng.uniform(110, 170), rng.uniform(170, 225))
        over = np.zeros((h, w), np.float32)
        cv2.ellipse(over, (int(heart[0]), int(heart[1])), (int(long), int(broad)), a, 0, 360, 1, -1, cv2.LINE_AA)
        over = cv2.GaussianBlur(over, (0, 0), max(0.8, 4 * u))[..., None]
        round_ = 1 + 0.2 * noise(rng, h, w, 300 * u, 300 * u)[..., None]
        img = img * (1 - over) + np.array(skin, np.float32) * round_ * over
    img = cv2.GaussianBlur(img, (0, 0), max(0.6, rng.uniform(0.8, 1.6) * u))
    img += rng.standard_normal(img.shape).astype(np.float32) * rng.uniform(2, 6)
    return np.clip(img, 0, 255).astype(np.uint8), corners


if __name__ == "__main__":
    folder, width, *asked = sys.argv[1:]
    known = {}
    for one in asked:
        kind, seed = one.split(":")
        img, corners = photograph(kind, int(seed), int(width))
        cv2.imwrite(f"{folder}/{kind}-{seed}.jpg", img, [cv2.IMWRITE_JPEG_QUALITY, 90])
        known[f"{kind}-{seed}"] = corners.tolist()
    print(json.dumps(known))
