ALTER TABLE "lift_marks" ADD COLUMN "reps" integer DEFAULT 1 NOT NULL;
