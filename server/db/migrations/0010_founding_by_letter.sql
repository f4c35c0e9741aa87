-- How many studios there are: beside others an address counts once a letter to it was opened, and nobody learns whose it is.
DROP FUNCTION yarvex_studio_kinds();
--> statement-breakpoint
CREATE FUNCTION yarvex_studio_kinds() RETURNS TABLE (studios integer, demo boolean)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS
  $$ SELECT (SELECT count(*)::integer FROM studios), EXISTS (SELECT FROM studios WHERE is_demo) $$;
--> statement-breakpoint
REVOKE ALL ON FUNCTION yarvex_studio_kinds() FROM PUBLIC;
