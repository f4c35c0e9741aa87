-- Settings apart, each with its own column.
ALTER TABLE studios ADD COLUMN methods jsonb DEFAULT '{}'::jsonb NOT NULL;
--> statement-breakpoint
ALTER TABLE studios ADD COLUMN hidden_exercises jsonb DEFAULT '{}'::jsonb NOT NULL;
--> statement-breakpoint
ALTER TABLE studios ADD COLUMN named_lifts jsonb DEFAULT '{}'::jsonb NOT NULL;
--> statement-breakpoint
UPDATE studios SET
  methods = coalesce(settings -> 'methods', '{}'::jsonb),
  hidden_exercises = coalesce((SELECT jsonb_object_agg(hidden.exercise, true) FROM jsonb_array_elements_text(settings -> 'hiddenExercises') AS hidden(exercise)), '{}'::jsonb),
  settings = settings - 'methods' - 'hiddenExercises';
--> statement-breakpoint
CREATE INDEX clients_name ON clients (studio_id, name, id);
--> statement-breakpoint
-- A plan becomes one document; what its sessions knew of it is kept by plan, day and week.
ALTER TABLE plans ADD COLUMN document jsonb;
--> statement-breakpoint
ALTER TABLE plans ADD COLUMN revision integer DEFAULT 0 NOT NULL;
--> statement-breakpoint
UPDATE plans p SET document = jsonb_build_object(
  'version', 1, 'name', p.name, 'startDate', p.start_date::text,
  'phases', jsonb_build_array(jsonb_build_object('id', 'phase-1', 'kind', 'build', 'name', '', 'weeks', p.weeks, 'methodId', null,
    'shift', jsonb_build_object('setsPercent', 0, 'loadPercent', 0, 'rir', 0))),
  'days', coalesce((SELECT jsonb_agg(jsonb_build_object(
      'id', d.id::text, 'name', coalesce(d.document ->> 'title', ''),
      'placed', jsonb_build_object('kind', 'weekday', 'weekday', d.weekday), 'timeOfDay', null,
      'base', d.document || jsonb_build_object('rules', d.rules)) ORDER BY d.weekday, d.id)
    FROM plan_days d WHERE d.studio_id = p.studio_id AND d.plan_id = p.id), '[]'::jsonb),
  'patches', '[]'::jsonb, 'absences', '[]'::jsonb, 'goals', '[]'::jsonb, 'missed', 'move');
--> statement-breakpoint
ALTER TABLE plans ALTER COLUMN document SET NOT NULL;
--> statement-breakpoint
ALTER TABLE sessions ADD COLUMN plan_id uuid;
--> statement-breakpoint
ALTER TABLE sessions ADD COLUMN plan_week integer;
--> statement-breakpoint
ALTER TABLE sessions DROP CONSTRAINT sessions_studio_id_plan_day_id_plan_days_studio_id_id_fk;
--> statement-breakpoint
UPDATE sessions s SET plan_id = d.plan_id, plan_week = (s.date - p.start_date) / 7
  FROM plan_days d JOIN plans p ON p.studio_id = d.studio_id AND p.id = d.plan_id
  WHERE d.studio_id = s.studio_id AND d.id = s.plan_day_id;
--> statement-breakpoint
ALTER TABLE sessions ALTER COLUMN plan_day_id TYPE text USING plan_day_id::text;
--> statement-breakpoint
-- Two rows of one day and week: the one that was trained, or the first, stays the plan's.
UPDATE sessions s SET plan_id = NULL, plan_day_id = NULL, plan_week = NULL
  WHERE plan_id IS NOT NULL AND EXISTS (SELECT FROM sessions o WHERE o.studio_id = s.studio_id AND o.plan_id = s.plan_id
    AND o.plan_day_id = s.plan_day_id AND o.plan_week = s.plan_week AND (o.state > s.state OR (o.state = s.state AND o.id < s.id)));
--> statement-breakpoint
DROP TABLE plan_days;
--> statement-breakpoint
ALTER TABLE plans DROP COLUMN name, DROP COLUMN start_date, DROP COLUMN weeks;
--> statement-breakpoint
CREATE INDEX plans_client ON plans (studio_id, client_id);
--> statement-breakpoint
-- Title and gym live in the document; rules in its lifts. Older documents carry them here until they are read.
UPDATE sessions SET document = document || jsonb_build_object('title', title, 'gymId', gym_id, 'rules', rules);
--> statement-breakpoint
ALTER TABLE sessions DROP CONSTRAINT sessions_studio_id_gym_id_gyms_studio_id_id_fk;
--> statement-breakpoint
ALTER TABLE sessions DROP COLUMN title, DROP COLUMN gym_id, DROP COLUMN rules;
--> statement-breakpoint
ALTER TABLE sessions
  ADD COLUMN title text GENERATED ALWAYS AS (document ->> 'title') STORED,
  ADD COLUMN gym_id uuid GENERATED ALWAYS AS ((document ->> 'gymId')::uuid) STORED,
  ADD COLUMN pair_id uuid,
  ADD COLUMN purpose text DEFAULT 'training' NOT NULL,
  ADD COLUMN planned jsonb,
  ADD COLUMN projection_version integer DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE sessions ADD CONSTRAINT sessions_studio_id_gym_id_gyms_studio_id_id_fk FOREIGN KEY (studio_id, gym_id) REFERENCES gyms (studio_id, id);
--> statement-breakpoint
CREATE INDEX sessions_state_date ON sessions (studio_id, state, date);
--> statement-breakpoint
CREATE INDEX sessions_gym_date ON sessions (studio_id, gym_id, date);
--> statement-breakpoint
CREATE UNIQUE INDEX sessions_of_plan ON sessions (studio_id, plan_id, plan_day_id, plan_week);
--> statement-breakpoint
CREATE TABLE session_edits (
	studio_id uuid NOT NULL, session_id uuid NOT NULL, client_id uuid NOT NULL, revision integer NOT NULL, member_id uuid NOT NULL,
	edits jsonb NOT NULL, inverse jsonb NOT NULL, created_at timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT session_edits_studio_id_session_id_revision_pk PRIMARY KEY (studio_id, session_id, revision),
	FOREIGN KEY (studio_id, session_id) REFERENCES sessions (studio_id, id) ON DELETE CASCADE
);
--> statement-breakpoint
CREATE TABLE sent_copies (
	studio_id uuid NOT NULL, id uuid NOT NULL, session_id uuid NOT NULL, client_id uuid NOT NULL, hash text NOT NULL, content jsonb NOT NULL,
	sent_at timestamp with time zone DEFAULT now() NOT NULL, seen_at timestamp with time zone,
	CONSTRAINT sent_copies_studio_id_id_pk PRIMARY KEY (studio_id, id),
	FOREIGN KEY (studio_id, session_id) REFERENCES sessions (studio_id, id) ON DELETE CASCADE
);
--> statement-breakpoint
CREATE INDEX sent_copies_session ON sent_copies (studio_id, session_id, sent_at);
--> statement-breakpoint
CREATE TABLE templates (
	studio_id uuid NOT NULL REFERENCES studios (id) ON DELETE CASCADE, id uuid NOT NULL, name text NOT NULL, document jsonb NOT NULL,
	created_at timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT templates_studio_id_id_pk PRIMARY KEY (studio_id, id)
);
--> statement-breakpoint
CREATE INDEX templates_name ON templates (studio_id, name);
--> statement-breakpoint
ALTER TABLE floor_events ADD COLUMN version integer DEFAULT 1 NOT NULL, ADD COLUMN steady jsonb;
--> statement-breakpoint
-- What is derived is emptied, and rebuilt from the log.
DELETE FROM exposures;
--> statement-breakpoint
ALTER TABLE exposures DROP CONSTRAINT exposures_studio_id_session_id_lineage_pk, ADD COLUMN slot_id text NOT NULL;
--> statement-breakpoint
ALTER TABLE exposures ADD CONSTRAINT exposures_studio_id_session_id_slot_id_lineage_pk PRIMARY KEY (studio_id, session_id, slot_id, lineage);
--> statement-breakpoint
UPDATE sessions SET summary = NULL;
--> statement-breakpoint
CREATE TABLE lift_summaries (
	studio_id uuid NOT NULL, client_id uuid NOT NULL, lineage text NOT NULL, exercise_id text NOT NULL, last_date date NOT NULL, summary jsonb NOT NULL,
	CONSTRAINT lift_summaries_studio_id_client_id_lineage_pk PRIMARY KEY (studio_id, client_id, lineage),
	FOREIGN KEY (studio_id, client_id) REFERENCES clients (studio_id, id) ON DELETE CASCADE
);
--> statement-breakpoint
CREATE TABLE week_sums (
	studio_id uuid NOT NULL, client_id uuid NOT NULL, monday date NOT NULL, sums jsonb NOT NULL,
	CONSTRAINT week_sums_studio_id_client_id_monday_pk PRIMARY KEY (studio_id, client_id, monday),
	FOREIGN KEY (studio_id, client_id) REFERENCES clients (studio_id, id) ON DELETE CASCADE
);
