"""The rules of the job: pure Python, no web framework, no input or output.

Inside the core weights are kilograms and lengths are millimetres, everywhere:
a couple is kg·mm, a spring rate kg/mm, an area mm², an angle a plain slope.
`assess.assess(rig, rules, stock)` is the one door; all that a screen, the
command line or a paper shows comes through it.
"""
