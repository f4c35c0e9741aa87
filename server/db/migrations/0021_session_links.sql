CREATE TABLE "session_links" (
	"studio_id" uuid NOT NULL,
	"session_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"secret_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "session_links_studio_id_session_id_pk" PRIMARY KEY("studio_id","session_id")
);
--> statement-breakpoint
ALTER TABLE "sent_copies" ADD COLUMN "email_problem" text;--> statement-breakpoint
ALTER TABLE "session_links" ADD CONSTRAINT "session_links_studio_id_session_id_sessions_studio_id_id_fk" FOREIGN KEY ("studio_id","session_id") REFERENCES "public"."sessions"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "session_links_secret" ON "session_links" USING btree ("secret_hash");--> statement-breakpoint
ALTER TABLE "session_links" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY coach ON session_links TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON session_links TO yarvex_coach;
--> statement-breakpoint
GRANT UPDATE (email_problem) ON sent_copies TO yarvex_coach;
--> statement-breakpoint
-- Before there is a scope: what a session's link shows to who holds its secret. Whoever looks has seen the copy.
CREATE FUNCTION yarvex_linked_session(hash text) RETURNS TABLE (studio_name text, time_zone text, region jsonb, client_name text, content jsonb)
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE link session_links%ROWTYPE; copy uuid;
BEGIN
  SELECT * INTO link FROM session_links l WHERE l.secret_hash = hash AND l.expires_at > now();
  IF NOT FOUND THEN RETURN; END IF;
  SELECT s.id INTO copy FROM sent_copies s WHERE s.studio_id = link.studio_id AND s.session_id = link.session_id ORDER BY s.sent_at DESC, s.id DESC LIMIT 1;
  UPDATE sent_copies s SET seen_at = now() WHERE s.studio_id = link.studio_id AND s.id = copy AND s.seen_at IS NULL;
  RETURN QUERY SELECT st.name, st.time_zone, st.region, c.name, s.content FROM sent_copies s
    JOIN studios st ON st.id = s.studio_id JOIN clients c ON c.studio_id = s.studio_id AND c.id = s.client_id
    WHERE s.studio_id = link.studio_id AND s.id = copy;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_linked_session(text) FROM PUBLIC;
