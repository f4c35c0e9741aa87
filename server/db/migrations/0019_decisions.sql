CREATE TABLE "decisions" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"need" text NOT NULL,
	"what" text NOT NULL,
	"until" date,
	"reason" text DEFAULT '' NOT NULL,
	"words" text NOT NULL,
	"undo" jsonb,
	"member_id" uuid NOT NULL,
	"name" text NOT NULL,
	"decided_at" timestamp with time zone DEFAULT now() NOT NULL,
	"taken_back_at" timestamp with time zone,
	CONSTRAINT "decisions_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
ALTER TABLE "decisions" ADD CONSTRAINT "decisions_studio_id_client_id_clients_studio_id_id_fk" FOREIGN KEY ("studio_id","client_id") REFERENCES "public"."clients"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "decisions_client" ON "decisions" USING btree ("studio_id","client_id","decided_at");--> statement-breakpoint
CREATE INDEX "exposures_date" ON "exposures" USING btree ("studio_id","date");--> statement-breakpoint
ALTER TABLE "decisions" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY coach ON decisions TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
-- What a coach decided of a client is the coaches' own.
GRANT SELECT, INSERT ON decisions TO yarvex_coach;
--> statement-breakpoint
GRANT UPDATE (taken_back_at) ON decisions TO yarvex_coach;
