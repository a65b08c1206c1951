"""Everybody who could sign in before there were roles goes on as they were: the first as owner, the others as cooks."""

from django.conf import settings
from django.db import migrations


def give_roles(apps, schema_editor):
    Member = apps.get_model('kitchen', 'Member')
    users = apps.get_model('auth', 'User').objects.order_by('pk')
    for place, user in enumerate(users):
        Member.objects.create(user_id=user.pk, role='owner' if place == 0 else 'cook', joined_at=user.date_joined)


class Migration(migrations.Migration):

    dependencies = [
        ('kitchen', '0014_a_kitchen_of_ones_own'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [migrations.RunPython(give_roles, migrations.RunPython.noop)]
