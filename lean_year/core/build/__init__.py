"""Building a supply: the tasks, their order, the days they fall on, what must be seen before it is covered."""
