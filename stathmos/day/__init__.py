"""The day: who fits what when, with the parts there. Jobs on the board, hours and absences, feeds, the morning."""
