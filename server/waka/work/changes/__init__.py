"""The one way to change the drive: propose, check, look, run, prove, undo. Every change is a list of steps.

``ways`` propose, ``check`` judges, ``at_once`` and ``run`` carry out, ``settle`` ends what was interrupted, ``proof``
says what came of it. What an act does stands in ``acts``, one module each.
"""
