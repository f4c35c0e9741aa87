ALTER TABLE "unprojected" ADD COLUMN "marked_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
-- Sessions of any studio whose log was not projected for so long: by their ids alone, for the job that takes them up.
CREATE FUNCTION yarvex_waiting_projections(seconds integer, most integer) RETURNS TABLE (studio_id uuid, session_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
  $$ SELECT u.studio_id, u.session_id FROM unprojected u GROUP BY u.studio_id, u.session_id
     HAVING max(u.marked_at) <= now() - make_interval(secs => seconds) ORDER BY min(u.batch) LIMIT most $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_waiting_projections(integer, integer) FROM PUBLIC;
