"""What the house withstands: mutants of the core's rules, a fuzzed server, a besieged one. See docs/reliability.md."""
