from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('shows', '0004_history_and_guides'),
    ]

    operations = [
        migrations.AddField(
            model_name='show',
            name='effects',
            field=models.JSONField(default=list),
        ),
    ]
