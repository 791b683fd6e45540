"""Lays out the sources of a corpus again and again, each time under another package, as a tree of any size."""
import os
import re


def sources(corpus):
    """The Java sources of the libraries in a corpus, as laid out by its make."""
    found = []
    for root, _, files in os.walk(corpus):
        if "/project/src" in root:
            found += [os.path.join(root, f) for f in files if f.endswith(".java") and "-info" not in f]
    return sorted(found)


def lay_out(found, target, size):
    """Writes so many sources below a directory, and returns it."""
    n = 0
    while n < size:
        turn = f"t{n // len(found)}"
        for path in found:
            if n == size:
                break
            text = open(path, "rb").read()
            m = re.search(rb"^\s*package\s+([\w.]+)\s*;", text, re.M)
            package = m[1].decode() if m else ""
            moved = turn + ("." + package if package else "")
            if m:
                text = text[:m.start(1)] + moved.encode() + text[m.end(1):]
            else:
                text = b"package " + moved.encode() + b";\n" + text
            folder = os.path.join(target, "src", *moved.split("."))
            os.makedirs(folder, exist_ok=True)
            name = os.path.join(folder, os.path.basename(path))
            if os.path.exists(name):
                name = name[:-5] + f"{n}.java"
            open(name, "wb").write(text)
            n += 1
    return target
