CREATE TABLE "model_drafts" (
	"model_id" text PRIMARY KEY NOT NULL,
	"file" jsonb NOT NULL,
	"base" integer NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"begun_by" uuid,
	"begun_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_by" uuid,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "model_versions" (
	"model_id" text NOT NULL,
	"version" integer NOT NULL,
	"file" jsonb NOT NULL,
	"by" uuid,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "model_versions_model_id_version_pk" PRIMARY KEY("model_id","version")
);
--> statement-breakpoint
CREATE TABLE "term_uses" (
	"term_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"times" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "term_uses_term_id_person_id_pk" PRIMARY KEY("term_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "terms" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"model_id" text NOT NULL,
	"term" text NOT NULL,
	"means" text NOT NULL,
	"kind" text NOT NULL,
	"for_group" text,
	"by" uuid NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"state" text NOT NULL,
	"decided_by" uuid,
	"decided_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "model_drafts" ADD CONSTRAINT "model_drafts_model_id_models_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."models"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "model_drafts" ADD CONSTRAINT "model_drafts_begun_by_people_id_fk" FOREIGN KEY ("begun_by") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "model_drafts" ADD CONSTRAINT "model_drafts_changed_by_people_id_fk" FOREIGN KEY ("changed_by") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "model_versions" ADD CONSTRAINT "model_versions_model_id_models_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."models"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "model_versions" ADD CONSTRAINT "model_versions_by_people_id_fk" FOREIGN KEY ("by") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "term_uses" ADD CONSTRAINT "term_uses_term_id_terms_id_fk" FOREIGN KEY ("term_id") REFERENCES "public"."terms"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "term_uses" ADD CONSTRAINT "term_uses_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "terms" ADD CONSTRAINT "terms_model_id_models_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."models"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "terms" ADD CONSTRAINT "terms_by_people_id_fk" FOREIGN KEY ("by") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "terms" ADD CONSTRAINT "terms_decided_by_people_id_fk" FOREIGN KEY ("decided_by") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "terms_of_model" ON "terms" USING btree ("model_id");--> statement-breakpoint
INSERT INTO "model_versions" ("model_id", "version", "file", "at") SELECT "id", "version", "file", "updated_at" FROM "models";
