"""The words of the trade: one list, for the screens and for the documents."""

from pathlib import Path

from lean_year.plan.answer.glossary import page, terms

PAGE = Path(__file__).parents[3] / "docs/glossary.md"


def test_the_page_of_the_documents_is_the_list():
    assert PAGE.read_text("utf-8") == page(), "write it anew: python -m lean_year.plan.answer.glossary page"


def test_words_stand_once_in_the_order_of_the_alphabet():
    words = [term.word for term in terms()]
    assert words == sorted(set(words), key=lambda word: word.casefold().replace("-", " "))
    forms = [form for term in terms() for form in term.forms]
    assert len(forms) == len(set(forms))
    assert all(term.forms and term.meaning for term in terms())
