"""Document and rain in, the whole plan out: results, findings, and figures that explain themselves.

One module per stage. Deterministic: the same document and record give the same plan.
"""
