"""Gardens in MariaDB: tables and their migrations, loading and saving, and a private server."""
