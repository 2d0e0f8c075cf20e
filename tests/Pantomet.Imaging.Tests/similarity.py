# An independent judge of our similarity scores: scikit-image for one size, the published formula on scipy's own filters for five.
# Usage: similarity.py one.png other.png [one.png other.png ...]; prints a line "ssim msssim" for each pair of greyscale pictures.
import sys

import numpy as np
from scipy.ndimage import gaussian_filter
from skimage import io
from skimage.metrics import structural_similarity

EXPONENTS = [0.0448, 0.2856, 0.3001, 0.2363, 0.1333]


def terms(one, other):
    blur = lambda plane: gaussian_filter(plane, 1.5, truncate=3.5)[5:-5, 5:-5]
    a, b = blur(one), blur(other)
    squares = blur(one * one) - a * a + blur(other * other) - b * b
    contrast = (2 * (blur(one * other) - a * b) + (0.03 * 255) ** 2) / (squares + (0.03 * 255) ** 2)
    means = (2 * a * b + (0.01 * 255) ** 2) / (a * a + b * b + (0.01 * 255) ** 2)
    return contrast.mean(), (contrast * means).mean()


def halved(plane):
    h, w = plane.shape[0] // 2 * 2, plane.shape[1] // 2 * 2
    return plane[:h, :w].reshape(h // 2, 2, w // 2, 2).mean(axis=(1, 3))


names = sys.argv[1:]
for first, second in zip(names[::2], names[1::2]):
    one, other = (io.imread(name).astype(np.float64) for name in (first, second))
    ssim = structural_similarity(
        one, other, gaussian_weights=True, sigma=1.5, use_sample_covariance=False, data_range=255)
    score = 1.0
    for scale, exponent in enumerate(EXPONENTS):
        contrast, whole = terms(one, other)
        score *= max(0, whole if scale == len(EXPONENTS) - 1 else contrast) ** exponent
        one, other = halved(one), halved(other)
    print(f"{ssim:.6f} {score:.6f}")
