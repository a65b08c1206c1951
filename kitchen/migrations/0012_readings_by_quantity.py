"""What a bake measured, by quantity: readings in lists under their key, beside where the shades are from."""

from django.db import migrations

SEVERAL = {"diameters_mm": "diameter_mm", "heights_mm": "height_mm"}


def by_quantity(old):
    readings = {}
    for key, value in old.items():
        if key == "shade_from" or value is None or value == []:
            continue
        readings[SEVERAL.get(key, key)] = value if key in SEVERAL else [value]
    return {"readings": readings, "shade_from": old.get("shade_from", "eye")}


def forward(apps, schema_editor):
    Bake = apps.get_model("kitchen", "Bake")
    for row in Bake.objects.all():
        if "readings" not in row.measured:
            Bake.objects.filter(pk=row.pk).update(measured=by_quantity(row.measured))


class Migration(migrations.Migration):
    dependencies = [("kitchen", "0011_references")]
    operations = [migrations.RunPython(forward, migrations.RunPython.noop)]
