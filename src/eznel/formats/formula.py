"""A formula as a person reads it: without code."""

import ast
from collections.abc import Mapping

CHOSEN = {"max": "formula.max", "min": "formula.min"}
"""Functions that take one of several, and what they are called."""


def plainly(formula: str, values: Mapping[str, float], terms: Mapping[str, str]) -> str:
    """Return a formula with the cases that do not hold left out, and its choices in words.

    Parameters
    ----------
    formula : str
        An expression in the names of quantities.
    values : mapping of str to float
        The quantities. [unit]
    terms : mapping of str to str
        What "max" and "min" are called.

    Returns
    -------
    str
        Like "the larger of (own - credit; 0)".
    """
    if " if " not in formula and not any(f"{name}(" in formula for name in CHOSEN):
        return formula
    held = _Held(values).visit(ast.parse(formula, mode="eval"))
    return _said(held.body, terms)


class _Held(ast.NodeTransformer):
    """Keeps of each case the branch that holds for these values."""

    def __init__(self, values: Mapping[str, float]) -> None:
        self.values = dict(values)

    def visit_IfExp(self, node: ast.IfExp) -> ast.AST:
        asked = compile(ast.Expression(node.test), "formula", "eval")
        known = {"__builtins__": {}, "max": max, "min": min} | self.values
        holds = eval(asked, known)
        return self.visit(node.body if holds else node.orelse)  # type: ignore[no-any-return]


def _said(node: ast.AST, terms: Mapping[str, str]) -> str:
    """The expression as text, each choice in words, the innermost first."""
    words: dict[str, str] = {}

    class Choices(ast.NodeTransformer):
        def visit_Call(self, call: ast.Call) -> ast.AST:
            self.generic_visit(call)
            name = call.func.id if isinstance(call.func, ast.Name) else ""
            if name not in CHOSEN:
                return call
            parts = "; ".join(ast.unparse(one) for one in call.args)
            mark = f"CHOICE{len(words)}END"
            words[mark] = f"{terms[CHOSEN[name]]} ({parts})"
            return ast.Name(mark)

    text = ast.unparse(Choices().visit(node))
    while any(mark in text for mark in words):
        for mark, said in words.items():
            text = text.replace(mark, said)
    return text
