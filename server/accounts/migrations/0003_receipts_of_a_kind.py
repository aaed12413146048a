from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('accounts', '0002_receipt'),
    ]

    operations = [
        migrations.AddField(
            model_name='receipt',
            name='what',
            field=models.CharField(default='', max_length=16),
            preserve_default=False,
        ),
        migrations.RemoveConstraint(model_name='receipt', name='each_id_once'),
        migrations.AddConstraint(
            model_name='receipt',
            constraint=models.UniqueConstraint(fields=('household', 'what', 'client_id'), name='each_id_once'),
        ),
    ]
