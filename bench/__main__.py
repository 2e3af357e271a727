"""`make bench`: each measure beside its bar. Prints, never fails on a time."""

from bench import browser, kernels, large, parts, server, supply
from bench.report import show

if __name__ == "__main__":
    for part in (kernels, server, supply, parts, large, browser):
        show(part.measure())
