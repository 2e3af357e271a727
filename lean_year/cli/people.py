"""`user add`, `user password`, `user remove`, `user list`: who may sign in."""

import sys
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Annotated

import typer

from lean_year.cli.output import show
from lean_year.cli.server import DataFolder, data_folder
from lean_year.core.errors import InputError

app = typer.Typer(
    name="user", help="People who sign in with a password each.", no_args_is_help=True, rich_markup_mode=None
)
Name = Annotated[str, typer.Argument(help="as they sign in, and as their changes are signed")]
AsJson = Annotated[bool, typer.Option("--json", help="print one JSON object")]


def _password() -> str:
    """Asked twice at a terminal; otherwise the first line of standard input. Never an argument: those are seen by
    whoever lists the processes of the machine."""
    if not sys.stdin.isatty():
        return sys.stdin.readline().rstrip("\r\n")
    password: str = typer.prompt("Password", hide_input=True, confirmation_prompt=True)
    return password


@contextmanager
def _known(name: str) -> Iterator[None]:
    from lean_year.store.people import UnknownPerson

    try:
        yield
    except UnknownPerson as error:
        raise InputError("name", f"there is nobody called {name}") from error


@app.command()
def add(
    name: Name,
    role: Annotated[
        str, typer.Option("--role", help="office, or site: all but removing and owners' links")
    ] = "office",
    data: DataFolder = None,
    as_json: AsJson = False,
) -> None:
    """Let somebody sign in. The password is asked for, or read from standard input."""
    from lean_year.store import people
    from lean_year.store.database import open_database

    people.add_person(open_database(data_folder(data)), name, role, _password())
    show({"added": people.tidy(name), "role": role}, as_json)
    if not as_json:
        print("A server that is running without passwords asks for them once it is started again.")


@app.command()
def password(name: Name, data: DataFolder = None, as_json: AsJson = False) -> None:
    """Give somebody another password; they are signed out everywhere."""
    from lean_year.store import people
    from lean_year.store.database import open_database

    engine = open_database(data_folder(data))
    with _known(name):
        people.set_password(engine, name, _password())
    show({"changed": people.tidy(name)}, as_json)


@app.command()
def remove(name: Name, data: DataFolder = None, as_json: AsJson = False) -> None:
    """Let somebody sign in no more; they are signed out everywhere, and what they changed keeps their name."""
    from lean_year.store import people
    from lean_year.store.database import open_database

    with _known(name):
        people.remove_person(open_database(data_folder(data)), name)
    show({"removed": people.tidy(name)}, as_json)


@app.command("list")
def list_all(data: DataFolder = None, as_json: AsJson = False) -> None:
    """Who may sign in, and as what."""
    from lean_year.store import people
    from lean_year.store.database import open_database

    listed = people.list_people(open_database(data_folder(data)))
    if as_json:
        show({"people": [{"name": each.name, "role": each.role} for each in listed]}, as_json)
    else:
        show({each.name: each.role for each in listed}, as_json)


def add_commands(to: typer.Typer) -> None:
    to.add_typer(app)
