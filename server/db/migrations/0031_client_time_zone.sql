ALTER TABLE "clients" ADD COLUMN "time_zone" text;
--> statement-breakpoint
GRANT UPDATE (time_zone) ON clients TO yarvex_client;
--> statement-breakpoint
-- Who is elsewhere than their studio reads times as they are there.
CREATE OR REPLACE FUNCTION yarvex_member_of(account text) RETURNS TABLE (studio_id uuid, id uuid, role text, duty text, client_id uuid, name text, time_zone text, region jsonb)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
  $$ SELECT m.studio_id, m.id, m.role, m.duty, m.client_id, m.name, coalesce(c.time_zone, s.time_zone), s.region
     FROM members m JOIN studios s ON s.id = m.studio_id LEFT JOIN clients c ON c.studio_id = m.studio_id AND c.id = m.client_id
     WHERE m.user_id = account LIMIT 1 $$;
