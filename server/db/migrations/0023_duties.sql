ALTER TABLE "clients" ADD COLUMN "coach_id" uuid;--> statement-breakpoint
ALTER TABLE "invitations" ADD COLUMN "duty" text DEFAULT 'coach' NOT NULL;--> statement-breakpoint
ALTER TABLE "members" ADD COLUMN "duty" text DEFAULT 'coach' NOT NULL;--> statement-breakpoint
-- Who founded a studio owns it: the coach who was there first.
UPDATE members m SET duty = 'owner' WHERE m.role = 'coach' AND m.id = (
  SELECT f.id FROM members f WHERE f.studio_id = m.studio_id AND f.role = 'coach' ORDER BY f.created_at, f.id LIMIT 1);
--> statement-breakpoint
GRANT UPDATE (duty) ON members TO yarvex_coach;
--> statement-breakpoint
DROP FUNCTION yarvex_member_of(text);
--> statement-breakpoint
CREATE FUNCTION yarvex_member_of(account text) RETURNS TABLE (studio_id uuid, id uuid, role text, duty text, client_id uuid, name text, time_zone text, region jsonb)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
  $$ SELECT m.studio_id, m.id, m.role, m.duty, m.client_id, m.name, s.time_zone, s.region FROM members m JOIN studios s ON s.id = m.studio_id WHERE m.user_id = account LIMIT 1 $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION yarvex_found_studio(studio uuid, studio_name text, zone text, how_written jsonb, demo boolean, member uuid, account text, member_name text) RETURNS void
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  INSERT INTO studios (id, name, time_zone, region, is_demo) VALUES (studio, studio_name, zone, how_written, demo);
  INSERT INTO members (studio_id, id, user_id, role, duty, client_id, name) VALUES (studio, member, account, 'coach', 'owner', NULL, member_name);
END $$;
--> statement-breakpoint
DROP FUNCTION yarvex_invitation(text);
--> statement-breakpoint
CREATE FUNCTION yarvex_invitation(hash text) RETURNS TABLE (studio_id uuid, studio_name text, role text, duty text, client_id uuid, email text, name text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
  $$ SELECT i.studio_id, s.name, i.role, i.duty, i.client_id, i.email, i.name FROM invitations i JOIN studios s ON s.id = i.studio_id WHERE i.secret_hash = hash AND i.expires_at > now() $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION yarvex_take_invitation(hash text, member uuid, account text, member_name text) RETURNS boolean
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE taken invitations%ROWTYPE;
BEGIN
  DELETE FROM invitations i WHERE i.secret_hash = hash AND i.expires_at > now() RETURNING * INTO taken;
  IF NOT FOUND THEN RETURN false; END IF;
  IF taken.client_id IS NOT NULL THEN
    PERFORM FROM clients c WHERE c.studio_id = taken.studio_id AND c.id = taken.client_id FOR UPDATE;
    IF EXISTS (SELECT FROM members m WHERE m.studio_id = taken.studio_id AND m.client_id = taken.client_id) THEN RETURN false; END IF;
  END IF;
  INSERT INTO members (studio_id, id, user_id, role, duty, client_id, name) VALUES (taken.studio_id, member, account, taken.role, taken.duty, taken.client_id, member_name);
  RETURN true;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_member_of(text), yarvex_invitation(text) FROM PUBLIC;
