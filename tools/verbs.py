#!/usr/bin/env python3
"""Makes src/Wrenlet.Core/Tasks/Words/verbs.txt from a folder of WordNet 3.0: every verb of one word, how often it was met as a
verb, a noun and an adjective in the texts that WordNet counts, and the past forms that are not made with -ed.

    tools/verbs.py /usr/share/wordnet > src/Wrenlet.Core/Tasks/Words/verbs.txt
"""
import collections
import pathlib
import sys

folder = pathlib.Path(sys.argv[1])
counts = collections.defaultdict(collections.Counter)
for line in (folder / "cntlist.rev").read_text().splitlines():
    key, _, count = line.split()
    word, rest = key.split("%")
    counts[word]["nvara"[int(rest[0]) - 1]] += int(count)


def words(kind):
    for line in (folder / f"index.{kind}").read_text().splitlines():
        word = line.split(" ", 1)[0]
        if word.isascii() and word.replace("-", "").isalpha() and word == word.lower():
            yield word


nouns, adjectives = set(words("noun")), set(words("adj"))
verbs = sorted(set(words("verb")))
past = collections.defaultdict(list)
for line in (folder / "verb.exc").read_text().splitlines():
    form, *bases = line.split()
    for base in bases:
        if form.isalpha() and base in set(verbs) and not form.endswith("ing") and (not form.endswith("ed") or len(form) < 5):
            past[base].append(form)


def level(word, kind, known):
    """0 never, 1 possible, then one more for each doubling of how often it was met."""
    return min(9, 1 + counts[word][kind].bit_length()) if word in known else 0


for verb in verbs:
    if len(verb) < 2:
        continue
    levels = "".join(str(level(verb, kind, known)) for kind, known in (("v", set([verb])), ("n", nouns), ("a", adjectives)))
    print(verb, levels, *[form for form in past[verb] if not form.endswith("s")])
