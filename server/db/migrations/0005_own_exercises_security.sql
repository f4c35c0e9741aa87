GRANT SELECT, INSERT, UPDATE ON own_exercises TO yarvex_app;
--> statement-breakpoint
ALTER TABLE own_exercises ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY scope ON own_exercises TO yarvex_app USING (studio_id = yarvex_studio()) WITH CHECK (studio_id = yarvex_studio() AND yarvex_client() IS NULL);
