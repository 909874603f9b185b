"""Run the tests: all, or the modules named. Finding none is a failure; the last line counts them."""

import sys
import unittest


def main(names: list[str]) -> int:
    loader = unittest.defaultTestLoader
    suite = loader.loadTestsFromNames(names) if names else loader.discover("tests", top_level_dir=".")
    if not suite.countTestCases():
        print("no test was found")
        return 1
    result = unittest.TextTestRunner(verbosity=1).run(suite)
    bad = {getattr(test, "test_case", test).id() for test, _ in result.failures + result.errors}
    skipped = len(result.skipped)
    print(f"{result.testsRun - len(bad) - skipped} passed, {len(bad)} failed, {skipped} skipped")
    return int(not result.wasSuccessful())


if __name__ == "__main__":
    sys.path.insert(0, ".")
    sys.exit(main(sys.argv[1:]))
