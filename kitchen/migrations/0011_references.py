"""What a calibration rests on, by reference instead of by a number packed from series, level and rounds."""

from django.db import migrations

#: How levels were once packed: the number of a bake, or below zero -((series * 64 + level) * 128 + rounds).
LEVELS, ROUNDS = 64, 128


def reference(number: int) -> str:
    if number > 0:
        return f"bake-{number}"
    rest, rounds = divmod(-number, ROUNDS)
    series, level = divmod(rest, LEVELS)
    return f"series-{series}-level-{level}-rounds-{rounds}"


def whose(number: int) -> int | str:
    """An oven or tray that was not noted went by its bake's number below zero, so a level's went above zero."""
    if number < 0:
        return reference(-number)
    return reference(-number) if number >= LEVELS * ROUNDS else number


def refer(apps, schema_editor):
    Calibration = apps.get_model("kitchen", "Calibration")
    for row in Calibration.objects.all():
        lesson = row.lesson
        lesson["bakes"] = [reference(n) for n in lesson["bakes"]]
        lesson["names"] = [
            [kind, whose(n) if kind in ("oven", "tray") else n, what] for kind, n, what in lesson["names"]
        ]
        Calibration.objects.filter(pk=row.pk).update(lesson=lesson, left_out=[reference(n) for n in row.left_out])


class Migration(migrations.Migration):
    dependencies = [("kitchen", "0010_the_house_in_order")]
    operations = [migrations.RunPython(refer, migrations.RunPython.noop)]
