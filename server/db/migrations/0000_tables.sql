CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "body_masses" (
	"studio_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"date" date NOT NULL,
	"amount" text NOT NULL,
	"unit" text NOT NULL,
	CONSTRAINT "body_masses_studio_id_client_id_date_pk" PRIMARY KEY("studio_id","client_id","date")
);
--> statement-breakpoint
CREATE TABLE "clients" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"birth_year" integer,
	"training_age" text NOT NULL,
	"unit" text DEFAULT 'kg' NOT NULL,
	"minutes" integer DEFAULT 60 NOT NULL,
	"aims" text DEFAULT '' NOT NULL,
	"limits" text DEFAULT '' NOT NULL,
	"notes" text DEFAULT '' NOT NULL,
	"gym_id" uuid,
	"rounding" text DEFAULT 'nearest' NOT NULL,
	"readiness" jsonb,
	"clearance" jsonb,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "clients_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
CREATE TABLE "exposures" (
	"studio_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"lineage" text NOT NULL,
	"date" date NOT NULL,
	"session_id" uuid NOT NULL,
	"exercise_id" text NOT NULL,
	"exposure" jsonb NOT NULL,
	CONSTRAINT "exposures_studio_id_session_id_lineage_pk" PRIMARY KEY("studio_id","session_id","lineage")
);
--> statement-breakpoint
CREATE TABLE "floor_events" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"session_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"sequence" bigserial NOT NULL,
	"at_ms" bigint NOT NULL,
	"shown_hash" text NOT NULL,
	"body" jsonb NOT NULL,
	"content_hash" text NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "floor_events_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
CREATE TABLE "gyms" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"equipment" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "gyms_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
CREATE TABLE "members" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"user_id" text NOT NULL,
	"role" text NOT NULL,
	"client_id" uuid,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "members_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
CREATE TABLE "plan_days" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"plan_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"weekday" integer NOT NULL,
	"document" jsonb NOT NULL,
	"rules" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "plan_days_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
CREATE TABLE "plans" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"name" text NOT NULL,
	"start_date" date NOT NULL,
	"weeks" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "plans_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"plan_day_id" uuid,
	"gym_id" uuid,
	"date" date NOT NULL,
	"title" text NOT NULL,
	"state" text DEFAULT 'draft' NOT NULL,
	"document" jsonb NOT NULL,
	"draft_text" text,
	"rules" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	"summary" jsonb,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "sessions_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
CREATE TABLE "shown_documents" (
	"studio_id" uuid NOT NULL,
	"session_id" uuid NOT NULL,
	"client_id" uuid NOT NULL,
	"hash" text NOT NULL,
	"content" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "shown_documents_studio_id_session_id_hash_pk" PRIMARY KEY("studio_id","session_id","hash")
);
--> statement-breakpoint
CREATE TABLE "sign_in_attempts" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"account" text NOT NULL,
	"address" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "studios" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"time_zone" text NOT NULL,
	"settings" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"is_demo" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "body_masses" ADD CONSTRAINT "body_masses_studio_id_client_id_clients_studio_id_id_fk" FOREIGN KEY ("studio_id","client_id") REFERENCES "public"."clients"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clients" ADD CONSTRAINT "clients_studio_id_studios_id_fk" FOREIGN KEY ("studio_id") REFERENCES "public"."studios"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clients" ADD CONSTRAINT "clients_studio_id_gym_id_gyms_studio_id_id_fk" FOREIGN KEY ("studio_id","gym_id") REFERENCES "public"."gyms"("studio_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "exposures" ADD CONSTRAINT "exposures_studio_id_session_id_sessions_studio_id_id_fk" FOREIGN KEY ("studio_id","session_id") REFERENCES "public"."sessions"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "floor_events" ADD CONSTRAINT "floor_events_studio_id_session_id_shown_hash_shown_documents_studio_id_session_id_hash_fk" FOREIGN KEY ("studio_id","session_id","shown_hash") REFERENCES "public"."shown_documents"("studio_id","session_id","hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "floor_events" ADD CONSTRAINT "floor_events_studio_id_session_id_sessions_studio_id_id_fk" FOREIGN KEY ("studio_id","session_id") REFERENCES "public"."sessions"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gyms" ADD CONSTRAINT "gyms_studio_id_studios_id_fk" FOREIGN KEY ("studio_id") REFERENCES "public"."studios"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_studio_id_studios_id_fk" FOREIGN KEY ("studio_id") REFERENCES "public"."studios"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_studio_id_client_id_clients_studio_id_id_fk" FOREIGN KEY ("studio_id","client_id") REFERENCES "public"."clients"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_days" ADD CONSTRAINT "plan_days_studio_id_plan_id_plans_studio_id_id_fk" FOREIGN KEY ("studio_id","plan_id") REFERENCES "public"."plans"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_studio_id_client_id_clients_studio_id_id_fk" FOREIGN KEY ("studio_id","client_id") REFERENCES "public"."clients"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_studio_id_client_id_clients_studio_id_id_fk" FOREIGN KEY ("studio_id","client_id") REFERENCES "public"."clients"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_studio_id_gym_id_gyms_studio_id_id_fk" FOREIGN KEY ("studio_id","gym_id") REFERENCES "public"."gyms"("studio_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_studio_id_plan_day_id_plan_days_studio_id_id_fk" FOREIGN KEY ("studio_id","plan_day_id") REFERENCES "public"."plan_days"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shown_documents" ADD CONSTRAINT "shown_documents_studio_id_session_id_sessions_studio_id_id_fk" FOREIGN KEY ("studio_id","session_id") REFERENCES "public"."sessions"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "exposures_lift" ON "exposures" USING btree ("studio_id","client_id","lineage","date");--> statement-breakpoint
CREATE INDEX "floor_events_session" ON "floor_events" USING btree ("studio_id","session_id","sequence");--> statement-breakpoint
CREATE UNIQUE INDEX "members_user" ON "members" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "sessions_client_date" ON "sessions" USING btree ("studio_id","client_id","date");--> statement-breakpoint
CREATE INDEX "sign_in_attempts_account" ON "sign_in_attempts" USING btree ("account","at");--> statement-breakpoint
CREATE INDEX "sign_in_attempts_address" ON "sign_in_attempts" USING btree ("address","at");