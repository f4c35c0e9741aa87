CREATE TABLE "webhook_deliveries" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"webhook_id" uuid NOT NULL,
	"event" text NOT NULL,
	"payload" jsonb NOT NULL,
	"attempts" integer DEFAULT 0 NOT NULL,
	"next_at" timestamp with time zone,
	"outcome" text DEFAULT '' NOT NULL,
	"is_taken" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "webhook_deliveries_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
CREATE TABLE "webhooks" (
	"studio_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"url" text NOT NULL,
	"secret" text NOT NULL,
	"events" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "webhooks_studio_id_id_pk" PRIMARY KEY("studio_id","id")
);
--> statement-breakpoint
ALTER TABLE "webhook_deliveries" ADD CONSTRAINT "webhook_deliveries_studio_id_webhook_id_webhooks_studio_id_id_fk" FOREIGN KEY ("studio_id","webhook_id") REFERENCES "public"."webhooks"("studio_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "webhooks" ADD CONSTRAINT "webhooks_studio_id_studios_id_fk" FOREIGN KEY ("studio_id") REFERENCES "public"."studios"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "webhook_deliveries_due" ON "webhook_deliveries" USING btree ("next_at") WHERE next_at is not null;--> statement-breakpoint
CREATE INDEX "webhook_deliveries_of" ON "webhook_deliveries" USING btree ("studio_id","webhook_id","created_at");--> statement-breakpoint
ALTER TABLE "webhooks" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "webhook_deliveries" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY coach ON webhooks TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
CREATE POLICY coach ON webhook_deliveries TO yarvex_coach USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio());
--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON webhooks TO yarvex_coach;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON webhook_deliveries TO yarvex_coach;
--> statement-breakpoint
-- Whoever logs or writes, a client too, sets going what their studio's programs are told, and sees nothing of it.
CREATE FUNCTION yarvex_enqueue_hooks(what text, told jsonb) RETURNS void
  LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS
  $$ INSERT INTO webhook_deliveries (studio_id, id, webhook_id, event, payload, next_at)
     SELECT h.studio_id, gen_random_uuid(), h.id, what, told, now() FROM webhooks h WHERE h.studio_id = yarvex_studio() AND h.events ? what $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_enqueue_hooks(text, jsonb) FROM PUBLIC;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION yarvex_enqueue_hooks(text, jsonb) TO yarvex_coach, yarvex_client;
--> statement-breakpoint
-- Of all studios what is due, taken for two minutes by the process that asks: of two processes one tells it.
CREATE FUNCTION yarvex_due_deliveries(most integer) RETURNS TABLE (studio_id uuid, id uuid, url text, secret text, event text, payload jsonb, attempts integer, created_at timestamptz)
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  RETURN QUERY WITH due AS (
    SELECT d.studio_id, d.id FROM webhook_deliveries d WHERE d.next_at <= now() ORDER BY d.next_at LIMIT most FOR UPDATE SKIP LOCKED
  ), taken AS (
    UPDATE webhook_deliveries d SET next_at = now() + interval '2 minutes', attempts = d.attempts + 1 FROM due
      WHERE d.studio_id = due.studio_id AND d.id = due.id RETURNING d.*
  ) SELECT t.studio_id, t.id, h.url, h.secret, t.event, t.payload, t.attempts, t.created_at FROM taken t
    JOIN webhooks h ON h.studio_id = t.studio_id AND h.id = t.webhook_id;
END $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_due_deliveries(integer) FROM PUBLIC;
