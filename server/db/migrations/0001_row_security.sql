-- The second wall: work inside a studio runs as a role that owns nothing and sees only the rows of its scope.
DO $$ BEGIN
  IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'yarvex_app') THEN CREATE ROLE yarvex_app NOLOGIN; END IF;
EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL;
END $$;
--> statement-breakpoint
GRANT yarvex_app TO CURRENT_USER;
--> statement-breakpoint
GRANT USAGE ON SCHEMA public TO yarvex_app;
--> statement-breakpoint
GRANT SELECT, UPDATE ON studios TO yarvex_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON clients, members, body_masses, gyms, plans, plan_days, sessions, exposures TO yarvex_app;
--> statement-breakpoint
-- What was shown and what was done can be added and read, never changed.
GRANT SELECT, INSERT ON shown_documents, floor_events TO yarvex_app;
--> statement-breakpoint
GRANT USAGE ON SEQUENCE floor_events_sequence_seq TO yarvex_app;
--> statement-breakpoint
CREATE FUNCTION yarvex_studio() RETURNS uuid LANGUAGE sql STABLE AS $$ SELECT nullif(current_setting('yarvex.studio_id', true), '')::uuid $$;
--> statement-breakpoint
CREATE FUNCTION yarvex_client() RETURNS uuid LANGUAGE sql STABLE AS $$ SELECT nullif(current_setting('yarvex.client_id', true), '')::uuid $$;
--> statement-breakpoint
ALTER TABLE studios ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY scope ON studios TO yarvex_app USING (id = yarvex_studio());
--> statement-breakpoint
ALTER TABLE gyms ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY scope ON gyms TO yarvex_app USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio() AND yarvex_client() IS NULL);
--> statement-breakpoint
ALTER TABLE clients ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY scope ON clients TO yarvex_app USING (studio_id = yarvex_studio() AND (yarvex_client() IS NULL OR id = yarvex_client()));
--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['members', 'body_masses', 'plans', 'plan_days', 'sessions', 'shown_documents', 'floor_events', 'exposures'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
    EXECUTE format('CREATE POLICY scope ON %I TO yarvex_app USING (studio_id = yarvex_studio() AND (yarvex_client() IS NULL OR client_id = yarvex_client()))', name);
  END LOOP;
END $$;
