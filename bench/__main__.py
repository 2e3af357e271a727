"""`make bench`: each measure beside its bar. Prints, never fails on a time."""

from bench import browser, kernels, large, parts, server, several, supply
from bench.report import show

if __name__ == "__main__":
    for part in (kernels, server, supply, several, parts, large, browser):
        show(part.measure())
