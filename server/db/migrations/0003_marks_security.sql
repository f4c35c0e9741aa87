GRANT SELECT, INSERT, UPDATE, DELETE ON lift_marks TO yarvex_app;
--> statement-breakpoint
ALTER TABLE lift_marks ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY scope ON lift_marks TO yarvex_app USING (studio_id = yarvex_studio() AND (yarvex_client() IS NULL OR client_id = yarvex_client()));
--> statement-breakpoint
-- A home gym goes with the person whose it is, and is seen by nobody else but the studio's coaches.
ALTER TABLE gyms ADD CONSTRAINT gyms_client_fk FOREIGN KEY (studio_id, client_id) REFERENCES clients (studio_id, id) ON DELETE CASCADE;
--> statement-breakpoint
DROP POLICY scope ON gyms;
--> statement-breakpoint
CREATE POLICY scope ON gyms TO yarvex_app USING (studio_id = yarvex_studio() AND (yarvex_client() IS NULL OR client_id IS NULL OR client_id = yarvex_client())) WITH CHECK (studio_id = yarvex_studio() AND yarvex_client() IS NULL);
--> statement-breakpoint
-- One default for a studio; the first gym there is becomes it.
CREATE UNIQUE INDEX gyms_one_default ON gyms (studio_id) WHERE is_default;
--> statement-breakpoint
UPDATE gyms SET is_default = true WHERE (studio_id, created_at) IN (SELECT studio_id, min(created_at) FROM gyms GROUP BY studio_id);
