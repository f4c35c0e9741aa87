-- The second wall: work inside a studio runs as one of two roles that own nothing. What a role may do with which rows stands here,
-- by table and verb; the web's own login holds neither right until it takes one of the two, for one transaction.
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['yarvex_coach', 'yarvex_client'] LOOP
    BEGIN
      IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = name) THEN EXECUTE format('CREATE ROLE %I NOLOGIN', name); END IF;
    EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL;
    END;
    EXECUTE format('GRANT %I TO CURRENT_USER', name);
  END LOOP;
END $$;
--> statement-breakpoint
-- The one role of before.
DO $$
DECLARE one record;
BEGIN
  FOR one IN SELECT policyname, tablename FROM pg_policies WHERE schemaname = 'public' AND policyname = 'scope' LOOP
    EXECUTE format('DROP POLICY scope ON %I', one.tablename);
  END LOOP;
  REVOKE ALL ON ALL TABLES IN SCHEMA public FROM yarvex_app;
  REVOKE ALL ON ALL SEQUENCES IN SCHEMA public FROM yarvex_app;
  REVOKE ALL ON SCHEMA public FROM yarvex_app;
END $$;
--> statement-breakpoint
REVOKE ALL ON SCHEMA public FROM PUBLIC;
--> statement-breakpoint
GRANT USAGE ON SCHEMA public TO yarvex_coach, yarvex_client;
--> statement-breakpoint
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['studios', 'clients', 'members', 'body_masses', 'gyms', 'own_exercises', 'lift_marks', 'plans', 'sessions', 'session_edits', 'sent_copies', 'templates', 'shown_documents', 'floor_events', 'exposures', 'lift_summaries', 'week_sums'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', name);
  END LOOP;
  -- A coach: every row of the studio.
  FOREACH name IN ARRAY ARRAY['clients', 'members', 'body_masses', 'gyms', 'own_exercises', 'lift_marks', 'plans', 'sessions', 'session_edits', 'sent_copies', 'templates', 'shown_documents', 'floor_events', 'exposures', 'lift_summaries', 'week_sums'] LOOP
    EXECUTE format('CREATE POLICY coach ON %I TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio())', name);
  END LOOP;
  -- A client: what is theirs, to read.
  FOREACH name IN ARRAY ARRAY['members', 'body_masses', 'lift_marks', 'plans', 'sessions', 'sent_copies', 'shown_documents', 'floor_events', 'exposures', 'lift_summaries', 'week_sums'] LOOP
    EXECUTE format('CREATE POLICY client_reads ON %I FOR SELECT TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client())', name);
  END LOOP;
  -- What a client's own training adds, and what is derived from it.
  FOREACH name IN ARRAY ARRAY['shown_documents', 'floor_events', 'exposures', 'lift_summaries', 'week_sums'] LOOP
    EXECUTE format('CREATE POLICY client_adds ON %I FOR INSERT TO yarvex_client WITH CHECK (studio_id = yarvex_studio() AND client_id = yarvex_client())', name);
  END LOOP;
  FOREACH name IN ARRAY ARRAY['sessions', 'sent_copies', 'lift_summaries', 'week_sums'] LOOP
    EXECUTE format('CREATE POLICY client_changes ON %I FOR UPDATE TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client()) WITH CHECK (studio_id = yarvex_studio() AND client_id = yarvex_client())', name);
  END LOOP;
  FOREACH name IN ARRAY ARRAY['exposures', 'lift_summaries', 'week_sums'] LOOP
    EXECUTE format('CREATE POLICY client_removes ON %I FOR DELETE TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client())', name);
  END LOOP;
END $$;
--> statement-breakpoint
CREATE POLICY coach ON studios TO yarvex_coach USING (id = yarvex_studio()) WITH CHECK (id = yarvex_studio());
--> statement-breakpoint
CREATE POLICY client_reads ON studios FOR SELECT TO yarvex_client USING (id = yarvex_studio());
--> statement-breakpoint
CREATE POLICY client_reads ON clients FOR SELECT TO yarvex_client USING (studio_id = yarvex_studio() AND id = yarvex_client());
--> statement-breakpoint
CREATE POLICY client_reads ON gyms FOR SELECT TO yarvex_client USING (studio_id = yarvex_studio() AND (client_id IS NULL OR client_id = yarvex_client()));
--> statement-breakpoint
CREATE POLICY client_reads ON own_exercises FOR SELECT TO yarvex_client USING (studio_id = yarvex_studio());
--> statement-breakpoint
GRANT SELECT ON studios TO yarvex_coach;
--> statement-breakpoint
GRANT UPDATE (name, time_zone, settings, methods, hidden_exercises, named_lifts) ON studios TO yarvex_coach;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON clients, body_masses, gyms, plans, sessions, templates, exposures, lift_summaries, week_sums TO yarvex_coach;
--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON members, lift_marks TO yarvex_coach;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON own_exercises TO yarvex_coach;
--> statement-breakpoint
-- What was changed, sent, shown and done is added and read, never changed.
GRANT SELECT, INSERT ON session_edits, sent_copies, shown_documents, floor_events TO yarvex_coach;
--> statement-breakpoint
GRANT UPDATE (seen_at) ON sent_copies TO yarvex_client;
--> statement-breakpoint
GRANT SELECT ON studios, clients, members, body_masses, gyms, own_exercises, lift_marks, plans, sessions, sent_copies, shown_documents, floor_events, exposures, lift_summaries, week_sums TO yarvex_client;
--> statement-breakpoint
GRANT INSERT ON shown_documents, floor_events TO yarvex_client;
--> statement-breakpoint
GRANT INSERT, DELETE ON exposures TO yarvex_client;
--> statement-breakpoint
GRANT INSERT, UPDATE, DELETE ON lift_summaries, week_sums TO yarvex_client;
--> statement-breakpoint
GRANT UPDATE (state, summary, projection_version) ON sessions TO yarvex_client;
--> statement-breakpoint
GRANT USAGE ON SEQUENCE floor_events_sequence_seq TO yarvex_coach, yarvex_client;
--> statement-breakpoint
-- Before there is a scope: who somebody is, founding a studio, and what the start page offers. Nothing else of a studio is reached.
CREATE FUNCTION yarvex_member_of(account text) RETURNS TABLE (studio_id uuid, id uuid, role text, client_id uuid, name text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
  $$ SELECT m.studio_id, m.id, m.role, m.client_id, m.name FROM members m WHERE m.user_id = account LIMIT 1 $$;
--> statement-breakpoint
CREATE FUNCTION yarvex_found_studio(studio uuid, studio_name text, zone text, demo boolean, member uuid, account text, member_name text) RETURNS void
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  INSERT INTO studios (id, name, time_zone, is_demo) VALUES (studio, studio_name, zone, demo);
  INSERT INTO members (studio_id, id, user_id, role, client_id, name) VALUES (studio, member, account, 'coach', NULL, member_name);
END $$;
--> statement-breakpoint
CREATE FUNCTION yarvex_studio_kinds() RETURNS TABLE (any_studio boolean, demo boolean)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
  $$ SELECT EXISTS (SELECT FROM studios), EXISTS (SELECT FROM studios WHERE is_demo) $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_member_of(text), yarvex_found_studio(uuid, text, text, boolean, uuid, text, text), yarvex_studio_kinds() FROM PUBLIC;
