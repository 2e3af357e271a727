"""The numbers that modules keep under a name, for the tests that hold a second entry of them."""

import ast
import importlib
import pkgutil
from pathlib import Path
from types import ModuleType
from typing import Any


def numbers(part: Any) -> list[float]:
    """All numbers of a value in order, and what is yes or no with them."""
    if isinstance(part, dict):
        part = part.values()
    elif isinstance(part, int | float):
        return [float(part)]
    elif not isinstance(part, list | tuple):
        return []
    return [number for each in part for number in numbers(each)]


def constants(package: ModuleType) -> dict[str, list[float]]:
    """Numbers of a package, alone or in rows, by module and name, each where it is assigned."""
    found = {}
    for module in pkgutil.walk_packages(package.__path__, f"{package.__name__}."):
        made = importlib.import_module(module.name)
        for name in _assigned(ast.parse(Path(str(made.__file__)).read_text("utf-8"))):
            if values := numbers(getattr(made, name)):
                found[f"{module.name.removeprefix(f'{package.__name__}.')}.{name}"] = values
    return found


def _assigned(tree: ast.Module) -> list[str]:
    names = []
    for each in tree.body:
        if isinstance(each, ast.Assign | ast.AnnAssign):
            for target in each.targets if isinstance(each, ast.Assign) else [each.target]:
                names += [name.id for name in ast.walk(target) if isinstance(name, ast.Name)]
    return names
