ALTER TABLE "clients" ADD COLUMN "quiet" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "studios" ADD COLUMN "quiet" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
GRANT UPDATE (quiet) ON studios TO yarvex_coach;
