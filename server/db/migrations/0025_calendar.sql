CREATE TABLE "calendar_feeds" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid,
	"member_id" uuid NOT NULL,
	"secret_hash" text NOT NULL,
	"read_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "calendar_feeds_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_studio_id_studios_id_fk" FOREIGN KEY ("studio_id") REFERENCES "public"."studios"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar_feeds" ADD CONSTRAINT "calendar_feeds_studio_id_client_id_clients_studio_id_id_fk" FOREIGN KEY ("studio_id","client_id") REFERENCES "public"."clients"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "calendar_feeds_secret" ON "calendar_feeds" USING btree ("secret_hash");--> statement-breakpoint
CREATE INDEX "calendar_feeds_client" ON "calendar_feeds" USING btree ("studio_id","client_id");--> statement-breakpoint
ALTER TABLE "calendar_feeds" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY coach ON calendar_feeds TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
CREATE POLICY client ON calendar_feeds TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client()) WITH CHECK (studio_id = yarvex_studio() AND client_id = yarvex_client());
--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON calendar_feeds TO yarvex_coach, yarvex_client;
--> statement-breakpoint
-- Before there is a scope: whose sessions a calendar's address opens, and that it was asked for. A coach's own ends with them.
CREATE FUNCTION yarvex_calendar_feed(hash text) RETURNS TABLE (studio_id uuid, client_id uuid, member_id uuid)
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  RETURN QUERY UPDATE calendar_feeds f SET read_at = now() WHERE f.secret_hash = hash
    AND (f.client_id IS NOT NULL OR EXISTS (SELECT FROM members m WHERE m.studio_id = f.studio_id AND m.id = f.member_id AND m.role = 'coach'))
    RETURNING f.studio_id, f.client_id, f.member_id;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_calendar_feed(text) FROM PUBLIC;
