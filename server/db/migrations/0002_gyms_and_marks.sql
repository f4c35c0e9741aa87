CREATE TABLE "lift_marks" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"lineage" text NOT NULL,
	"exercise_id" text NOT NULL,
	"kind" text NOT NULL,
	"date" date NOT NULL,
	"amount" text NOT NULL,
	"unit" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "lift_marks_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
ALTER TABLE "gyms" ADD COLUMN "is_default" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "gyms" ADD COLUMN "client_id" uuid;--> statement-breakpoint
ALTER TABLE "lift_marks" ADD CONSTRAINT "lift_marks_studio_id_client_id_clients_studio_id_id_fk" FOREIGN KEY ("studio_id","client_id") REFERENCES "public"."clients"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lift_marks_client" ON "lift_marks" USING btree ("studio_id","client_id","date");