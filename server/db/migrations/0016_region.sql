ALTER TABLE "studios" ADD COLUMN "region" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
GRANT UPDATE (region) ON studios TO yarvex_coach;
--> statement-breakpoint
-- Who somebody is, and how their studio writes dates and weights: every page needs both.
DROP FUNCTION yarvex_member_of(text);
--> statement-breakpoint
CREATE FUNCTION yarvex_member_of(account text) RETURNS TABLE (studio_id uuid, id uuid, role text, client_id uuid, name text, time_zone text, region jsonb)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
  $$ SELECT m.studio_id, m.id, m.role, m.client_id, m.name, s.time_zone, s.region FROM members m JOIN studios s ON s.id = m.studio_id WHERE m.user_id = account LIMIT 1 $$;
--> statement-breakpoint
DROP FUNCTION yarvex_found_studio(uuid, text, text, boolean, uuid, text, text);
--> statement-breakpoint
CREATE FUNCTION yarvex_found_studio(studio uuid, studio_name text, zone text, how_written jsonb, demo boolean, member uuid, account text, member_name text) RETURNS void
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  INSERT INTO studios (id, name, time_zone, region, is_demo) VALUES (studio, studio_name, zone, how_written, demo);
  INSERT INTO members (studio_id, id, user_id, role, client_id, name) VALUES (studio, member, account, 'coach', NULL, member_name);
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_member_of(text), yarvex_found_studio(uuid, text, text, jsonb, boolean, uuid, text, text) FROM PUBLIC;
