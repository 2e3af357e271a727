import pytest

from lean_year.cli.main import run
from lean_year.demo.shipped import demo_file


@pytest.fixture
def lean_year(capsys):
    """Run the command; give back its exit code and what it printed."""

    def call(*arguments):
        with pytest.raises(SystemExit) as left:
            run([str(each) for each in arguments])
        printed = capsys.readouterr()
        return left.value.code, printed.out, printed.err

    return call


@pytest.fixture(scope="module")
def plain():
    """Saltmarrow as one store under YAS, with neither steps nor losses nor back-up: a supply for a plain loop."""
    file = demo_file("saltmarrow")
    property_ = file.property
    household = property_.household.model_copy(update={"steps": []})
    tanks = property_.cistern.tanks[-1:]
    cistern = property_.cistern.model_copy(update={"tanks": tanks, "layout": "linked", "rule": "yas"})
    pipes = [pipe.model_copy(update={"tank": None}) for pipe in property_.downpipes]
    document = property_.model_copy(update={"household": household, "cistern": cistern, "downpipes": pipes})
    return file.model_copy(update={"property": document, "alternatives": []})
