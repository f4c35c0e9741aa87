CREATE TABLE "messages" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"session_id" uuid,
	"member_id" uuid NOT NULL,
	"name" text NOT NULL,
	"written_by" text NOT NULL,
	"text" text NOT NULL,
	"sent_at" timestamp with time zone DEFAULT now() NOT NULL,
	"seen_at" timestamp with time zone,
	CONSTRAINT "messages_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_studio_id_client_id_clients_studio_id_id_fk" FOREIGN KEY ("studio_id","client_id") REFERENCES "public"."clients"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "messages" ADD CONSTRAINT "messages_studio_id_session_id_sessions_studio_id_id_fk" FOREIGN KEY ("studio_id","session_id") REFERENCES "public"."sessions"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "messages_client" ON "messages" USING btree ("studio_id","client_id","sent_at","id");--> statement-breakpoint
CREATE INDEX "messages_session" ON "messages" USING btree ("studio_id","session_id","sent_at");--> statement-breakpoint
ALTER TABLE "messages" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY coach ON messages TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
CREATE POLICY client_reads ON messages FOR SELECT TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client());
--> statement-breakpoint
CREATE POLICY client_adds ON messages FOR INSERT TO yarvex_client WITH CHECK (studio_id = yarvex_studio() AND client_id = yarvex_client() AND written_by = 'client');
--> statement-breakpoint
-- Each side marks what the other wrote as seen.
CREATE POLICY client_changes ON messages FOR UPDATE TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client()) WITH CHECK (studio_id = yarvex_studio() AND client_id = yarvex_client());
--> statement-breakpoint
GRANT SELECT, INSERT ON messages TO yarvex_coach, yarvex_client;
--> statement-breakpoint
GRANT UPDATE (seen_at) ON messages TO yarvex_coach, yarvex_client;
