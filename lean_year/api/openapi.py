"""`python -m lean_year.api.openapi` prints the API's schema, from which the interface's types are generated."""

import json

from lean_year.api.app import create_app

if __name__ == "__main__":
    print(json.dumps(create_app(None).openapi(), indent=1))
