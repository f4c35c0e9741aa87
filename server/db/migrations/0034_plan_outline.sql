-- What calendars read of a plan. It depends on the document alone, so that it is kept with it.
CREATE FUNCTION yarvex_plan_outline(document jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$
  SELECT jsonb_build_object('startDate', document -> 'startDate', 'phases', document -> 'phases', 'moved', document -> 'moved',
    'absences', document -> 'absences', 'inTurn', document -> 'inTurn', 'goals', document -> 'goals',
    'days', (SELECT coalesce(jsonb_agg((d - 'base') || jsonb_build_object('title', d -> 'base' ->> 'title') ORDER BY place), '[]')
      FROM jsonb_array_elements(document -> 'days') WITH ORDINALITY AS of_plan(d, place)))
$$;--> statement-breakpoint
ALTER TABLE "plans" ADD COLUMN "outline" jsonb GENERATED ALWAYS AS (yarvex_plan_outline(document)) STORED;
