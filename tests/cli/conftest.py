import pytest

from lean_year.cli.main import run


@pytest.fixture
def lean_year(capsys):
    """Run the command; give back its exit code and what it printed."""

    def call(*arguments):
        with pytest.raises(SystemExit) as left:
            run([str(each) for each in arguments])
        printed = capsys.readouterr()
        return left.value.code, printed.out, printed.err

    return call
