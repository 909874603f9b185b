"""The database: tables, migrations, sessions."""
