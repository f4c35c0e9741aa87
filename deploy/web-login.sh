#!/bin/sh
# Run once by the database's image: the web's login owns nothing and may only become a coach or a client.
set -eu
psql -v ON_ERROR_STOP=1 -v password="$WEB_PASSWORD" --username "$POSTGRES_USER" --dbname "$POSTGRES_DB" <<'SQL'
CREATE ROLE yarvex_web LOGIN NOINHERIT NOSUPERUSER NOCREATEDB NOCREATEROLE PASSWORD :'password';
SQL
