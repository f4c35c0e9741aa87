CREATE TABLE "api_requests" (
	"studio_id" uuid NOT NULL,
	"token_id" uuid NOT NULL,
	"key" text NOT NULL,
	"request_hash" text NOT NULL,
	"status" integer,
	"body" jsonb,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "api_requests_studio_id_token_id_key_pk" PRIMARY KEY("studio_id","token_id","key")
);
--> statement-breakpoint
CREATE TABLE "api_tokens" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"access" text NOT NULL,
	"member_id" uuid NOT NULL,
	"secret_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"last_used_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "api_tokens_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
ALTER TABLE "api_requests" ADD CONSTRAINT "api_requests_studio_id_token_id_api_tokens_studio_id_id_fk" FOREIGN KEY ("studio_id","token_id") REFERENCES "public"."api_tokens"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "api_tokens" ADD CONSTRAINT "api_tokens_studio_id_studios_id_fk" FOREIGN KEY ("studio_id") REFERENCES "public"."studios"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "api_tokens_secret" ON "api_tokens" USING btree ("secret_hash");--> statement-breakpoint
ALTER TABLE "api_tokens" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "api_requests" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY coach ON api_tokens TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
CREATE POLICY coach ON api_requests TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON api_tokens TO yarvex_coach;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON api_requests TO yarvex_coach;
--> statement-breakpoint
-- Before there is a scope: who a token stands for, while it has not ended and they still coach here. That it was used is kept by the minute.
CREATE FUNCTION yarvex_api_token(hash text) RETURNS TABLE (studio_id uuid, id uuid, access text, member_id uuid, name text, duty text)
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  UPDATE api_tokens t SET last_used_at = now() WHERE t.secret_hash = hash AND t.expires_at > now()
    AND (t.last_used_at IS NULL OR t.last_used_at < now() - interval '1 minute');
  RETURN QUERY SELECT t.studio_id, t.id, t.access, m.id, m.name, m.duty FROM api_tokens t
    JOIN members m ON m.studio_id = t.studio_id AND m.id = t.member_id AND m.role = 'coach'
    WHERE t.secret_hash = hash AND t.expires_at > now();
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_api_token(text) FROM PUBLIC;
