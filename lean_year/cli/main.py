"""The `lean-year` command.

Bad input exits 2 with one line on standard error that names the field and what is allowed.
"""

import sys

import typer

from lean_year.cli import cutting, device, files, filling, people, replay, server, sums
from lean_year.core.errors import InputError

MAY_REPEAT = {"--name"}
app = typer.Typer(
    name="lean-year",
    help="Whole-property rainwater supplies, designed for the lean year.",
    no_args_is_help=True,
    add_completion=False,
    rich_markup_mode=None,
    pretty_exceptions_enable=False,
)
for module in (replay, files, filling, device, sums, cutting, server, people):
    module.add_commands(app)


def _refuse_repeats(arguments: list[str]) -> None:
    seen = set()
    for argument in arguments:
        if argument.startswith("--"):
            name = argument.partition("=")[0]
            if name in seen and name not in MAY_REPEAT:
                raise InputError(name, "is given twice")
            seen.add(name)


def run(arguments: list[str] | None = None) -> None:
    """Run the command and leave with its exit code."""
    given = sys.argv[1:] if arguments is None else arguments
    try:
        _refuse_repeats(given)
        code = typer.main.get_command(app)(args=given, prog_name="lean-year", standalone_mode=False)
    except InputError as error:
        _leave(str(error), 2)
    except typer.TyperException as error:
        _leave(" ".join(error.format_message().split()), 2)
    except (typer.Abort, KeyboardInterrupt):
        _leave("stopped", 130)
    except BrokenPipeError:
        sys.exit(1)
    except OSError as error:
        _leave(f"{error.filename or 'file'}: {error.strerror or error}", 2)
    sys.exit(code if isinstance(code, int) else 0)


def _leave(message: str, code: int) -> None:
    print(f"error: {message}", file=sys.stderr)
    sys.exit(code)
