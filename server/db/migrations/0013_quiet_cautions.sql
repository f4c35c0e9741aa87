ALTER TABLE "clients" ADD COLUMN "quiet" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "studios" ADD COLUMN "quiet" jsonb DEFAULT '{}'::jsonb NOT NULL;