CREATE TABLE "unprojected" (
	"studio_id" uuid NOT NULL,
	"session_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"batch" bigserial NOT NULL,
	CONSTRAINT "unprojected_studio_id_session_id_batch_pk" PRIMARY KEY("studio_id","session_id","batch")
);
--> statement-breakpoint
ALTER TABLE "floor_events" RENAME COLUMN "steady" TO "clocks";--> statement-breakpoint
ALTER TABLE "unprojected" ADD CONSTRAINT "unprojected_studio_id_session_id_sessions_studio_id_id_fk" FOREIGN KEY ("studio_id","session_id") REFERENCES "public"."sessions"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unprojected" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY coach ON unprojected TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
CREATE POLICY client_reads ON unprojected FOR SELECT TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client());
--> statement-breakpoint
CREATE POLICY client_adds ON unprojected FOR INSERT TO yarvex_client WITH CHECK (studio_id = yarvex_studio() AND client_id = yarvex_client());
--> statement-breakpoint
CREATE POLICY client_removes ON unprojected FOR DELETE TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client());
--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON unprojected TO yarvex_coach, yarvex_client;
--> statement-breakpoint
GRANT USAGE ON SEQUENCE unprojected_batch_seq TO yarvex_coach, yarvex_client;

--> statement-breakpoint
-- A client sees a session once it was sent to them, or begun.
DROP POLICY client_reads ON sessions;
--> statement-breakpoint
CREATE POLICY client_reads ON sessions FOR SELECT TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client() AND (state <> 'draft' OR EXISTS (SELECT FROM sent_copies c WHERE c.studio_id = sessions.studio_id AND c.session_id = sessions.id)));
