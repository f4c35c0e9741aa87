CREATE TABLE "imports" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"member_id" uuid NOT NULL,
	"by" text NOT NULL,
	"state" text DEFAULT 'open' NOT NULL,
	"new_clients" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "imports_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
CREATE TABLE "unread_rows" (
	"studio_id" uuid NOT NULL,
	"import_id" uuid NOT NULL,
	"row" integer NOT NULL,
	"cells" jsonb NOT NULL,
	"why" text NOT NULL,
	CONSTRAINT "unread_rows_studio_id_import_id_row_pk" PRIMARY KEY("studio_id","import_id","row")
);
--> statement-breakpoint
ALTER TABLE "sessions" ADD COLUMN "import_id" uuid;--> statement-breakpoint
ALTER TABLE "imports" ADD CONSTRAINT "imports_studio_id_studios_id_fk" FOREIGN KEY ("studio_id") REFERENCES "public"."studios"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unread_rows" ADD CONSTRAINT "unread_rows_studio_id_import_id_imports_studio_id_id_fk" FOREIGN KEY ("studio_id","import_id") REFERENCES "public"."imports"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "imports_created" ON "imports" USING btree ("studio_id","created_at");--> statement-breakpoint
CREATE INDEX "sessions_import" ON "sessions" USING btree ("studio_id","import_id") WHERE import_id is not null;--> statement-breakpoint
ALTER TABLE "imports" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "unread_rows" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY coach ON imports TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
CREATE POLICY coach ON unread_rows TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
GRANT SELECT, INSERT ON imports TO yarvex_coach;
--> statement-breakpoint
GRANT UPDATE (state) ON imports TO yarvex_coach;
--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON unread_rows TO yarvex_coach;
