"""The web application: asks the store and the plan, and answers in JSON."""
