"""How far what is built may be from what was designed, what tests must show, how long a crew waits.

Basis: common practice, where nothing else is said.
"""

HEIGHT_M = 0.02
"""An inlet, an overflow or a floor above or below where it was designed. Basis: estimate."""
PRESSURE_TEST_TIMES = 1.5
"""Over the working pressure. Basis: from memory (plumbing codes differ: local code comes first)."""
PRESSURE_TEST_MIN = 30.0
"""For which it is held. Basis: from memory. [min]"""
PRESSURE_DROP_KPA = 5.0
"""More than that within the test is a leak, and not the stretching of the pipe. Basis: estimate."""
LEAK_MM = 2.0
"""What a night's readings can be wrong by; more that evaporation does not explain is a leak. Basis: estimate."""
EVAPORATION_MM_NIGHT = 3.0
"""The most that an open store loses over a night. Basis: estimate."""
DRAIN_TIMES = (0.5, 2.0)
"""Within which a chamber empties, over the time that was worked out. Basis: estimate."""
PRECHARGE_KPA = 7.0
"""How far a vessel's pre-charge may be from what was designed. Basis: estimate."""
SWITCH_KPA = 15.0
"""How far a pressure switch may cut in or out from where it is set. Basis: estimate."""
FLOW_SHARE = 0.9
"""Of the flow that was worked out, at the least. Basis: estimate."""
CLEAN_DROP_TIMES = 1.5
"""More than that over new filters, and something is wrong with them. Basis: estimate."""
GAUGE_SHARE = 0.03
"""A gauge may be wrong by. Basis: estimate."""
SHORT_WAIT_DAYS = 1
"""A crew finds something to do for so long. Basis: estimate. [d]"""
LONGEST_DAYS = 5_000.0
"""Of work by one crew: what takes longer is a slip in a quantity. Basis: estimate. [d]"""
