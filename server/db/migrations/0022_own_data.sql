CREATE TABLE "safety_changes" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"member_id" uuid NOT NULL,
	"name" text NOT NULL,
	"words" text NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "safety_changes_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
ALTER TABLE "safety_changes" ADD CONSTRAINT "safety_changes_studio_id_client_id_clients_studio_id_id_fk" FOREIGN KEY ("studio_id","client_id") REFERENCES "public"."clients"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "safety_changes_client" ON "safety_changes" USING btree ("studio_id","client_id","changed_at");--> statement-breakpoint
ALTER TABLE "safety_changes" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY coach ON safety_changes TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
GRANT SELECT, INSERT ON safety_changes TO yarvex_coach;
--> statement-breakpoint
GRANT INSERT ON safety_changes TO yarvex_client;
--> statement-breakpoint
-- What clients say of themselves: health answers, what they weigh and lift, the unit of their figures; and that they go.
DO $$
DECLARE name text;
BEGIN
  FOREACH name IN ARRAY ARRAY['safety_changes', 'body_masses', 'lift_marks'] LOOP
    EXECUTE format('CREATE POLICY client_adds ON %I FOR INSERT TO yarvex_client WITH CHECK (studio_id = yarvex_studio() AND client_id = yarvex_client())', name);
  END LOOP;
END $$;
--> statement-breakpoint
CREATE POLICY client_changes ON body_masses FOR UPDATE TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client()) WITH CHECK (studio_id = yarvex_studio() AND client_id = yarvex_client());
--> statement-breakpoint
CREATE POLICY client_removes ON lift_marks FOR DELETE TO yarvex_client USING (studio_id = yarvex_studio() AND client_id = yarvex_client());
--> statement-breakpoint
CREATE POLICY client_changes ON clients FOR UPDATE TO yarvex_client USING (studio_id = yarvex_studio() AND id = yarvex_client()) WITH CHECK (studio_id = yarvex_studio() AND id = yarvex_client());
--> statement-breakpoint
CREATE POLICY client_removes ON clients FOR DELETE TO yarvex_client USING (studio_id = yarvex_studio() AND id = yarvex_client());
--> statement-breakpoint
GRANT INSERT ON body_masses, lift_marks TO yarvex_client;
--> statement-breakpoint
GRANT UPDATE (amount, unit) ON body_masses TO yarvex_client;
--> statement-breakpoint
GRANT DELETE ON lift_marks, clients TO yarvex_client;
--> statement-breakpoint
GRANT UPDATE (readiness, unit) ON clients TO yarvex_client;
--> statement-breakpoint
-- A clearance is for the statement that was read: another statement, whoever gives it, puts it out of force.
CREATE FUNCTION yarvex_end_clearance() RETURNS trigger LANGUAGE plpgsql SET search_path = public, pg_temp AS $$
BEGIN
  NEW.clearance := NULL;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER clients_end_clearance BEFORE UPDATE OF readiness ON clients FOR EACH ROW
  WHEN (NEW.readiness IS DISTINCT FROM OLD.readiness) EXECUTE FUNCTION yarvex_end_clearance();
