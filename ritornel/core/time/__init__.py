"""When everything happens: running order, dwell, waits and holds, narration, takes, pace.

The rules are those of the design's timing document; each module names its section. Times are whole
milliseconds; a division is rounded half up.
"""
