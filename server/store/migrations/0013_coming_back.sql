CREATE TABLE "alert_states" (
	"alert_id" uuid NOT NULL,
	"access" text NOT NULL,
	"state" jsonb NOT NULL,
	"through" date NOT NULL,
	CONSTRAINT "alert_states_alert_id_access_pk" PRIMARY KEY("alert_id","access")
);
--> statement-breakpoint
CREATE TABLE "alerts" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"model_id" text NOT NULL,
	"owner_id" uuid NOT NULL,
	"said" text,
	"reading" jsonb NOT NULL,
	"when" jsonb NOT NULL,
	"look" jsonb NOT NULL,
	"receivers" jsonb NOT NULL,
	"again" integer,
	"quiet" jsonb,
	"snoozed_until" timestamp with time zone,
	"next_at" timestamp with time zone,
	"looked_at_data" text,
	"paused" text,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "briefings" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"title" text NOT NULL,
	"owner_id" uuid NOT NULL,
	"pages" jsonb NOT NULL,
	"look" jsonb,
	"receivers" jsonb NOT NULL,
	"files" text[] DEFAULT '{}' NOT NULL,
	"quiet" jsonb,
	"next_at" timestamp with time zone,
	"looked_at_data" text,
	"paused" text,
	"editions_made" integer DEFAULT 0 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "edition_views" (
	"briefing_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"access" text NOT NULL,
	"pages" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "edition_views_briefing_id_number_access_pk" PRIMARY KEY("briefing_id","number","access")
);
--> statement-breakpoint
CREATE TABLE "editions" (
	"briefing_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" uuid,
	"pages" jsonb NOT NULL,
	"run" text NOT NULL,
	CONSTRAINT "editions_briefing_id_number_pk" PRIMARY KEY("briefing_id","number"),
	CONSTRAINT "edition_once" UNIQUE("briefing_id","run")
);
--> statement-breakpoint
CREATE TABLE "hooks" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"url" text NOT NULL,
	"secret" text NOT NULL,
	"secret_before" text,
	"by" uuid,
	"created_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "kept_figures" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"person_id" uuid NOT NULL,
	"model_id" text NOT NULL,
	"reading" jsonb NOT NULL,
	"title" text,
	"place" integer NOT NULL,
	"seen" jsonb,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "occasion_readers" (
	"occasion_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"seen_at" timestamp with time zone,
	CONSTRAINT "occasion_readers_occasion_id_person_id_pk" PRIMARY KEY("occasion_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "occasions" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"alert_id" uuid NOT NULL,
	"access" text NOT NULL,
	"key" text NOT NULL,
	"told" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "occasion_once" UNIQUE("alert_id","access","key")
);
--> statement-breakpoint
CREATE TABLE "outbox" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"key" text NOT NULL,
	"receiver" jsonb NOT NULL,
	"owner_id" uuid NOT NULL,
	"about" jsonb NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"subject" text DEFAULT '' NOT NULL,
	"said" text,
	"tries" integer DEFAULT 0 NOT NULL,
	"due_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"sent_at" timestamp with time zone,
	CONSTRAINT "outbox_key_unique" UNIQUE("key")
);
--> statement-breakpoint
ALTER TABLE "alert_states" ADD CONSTRAINT "alert_states_alert_id_alerts_id_fk" FOREIGN KEY ("alert_id") REFERENCES "public"."alerts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alerts" ADD CONSTRAINT "alerts_model_id_models_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."models"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "alerts" ADD CONSTRAINT "alerts_owner_id_people_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "briefings" ADD CONSTRAINT "briefings_owner_id_people_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "edition_views" ADD CONSTRAINT "edition_views_briefing_id_briefings_id_fk" FOREIGN KEY ("briefing_id") REFERENCES "public"."briefings"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "editions" ADD CONSTRAINT "editions_briefing_id_briefings_id_fk" FOREIGN KEY ("briefing_id") REFERENCES "public"."briefings"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "editions" ADD CONSTRAINT "editions_by_people_id_fk" FOREIGN KEY ("by") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hooks" ADD CONSTRAINT "hooks_by_people_id_fk" FOREIGN KEY ("by") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_figures" ADD CONSTRAINT "kept_figures_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_figures" ADD CONSTRAINT "kept_figures_model_id_models_id_fk" FOREIGN KEY ("model_id") REFERENCES "public"."models"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "occasion_readers" ADD CONSTRAINT "occasion_readers_occasion_id_occasions_id_fk" FOREIGN KEY ("occasion_id") REFERENCES "public"."occasions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "occasion_readers" ADD CONSTRAINT "occasion_readers_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "occasions" ADD CONSTRAINT "occasions_alert_id_alerts_id_fk" FOREIGN KEY ("alert_id") REFERENCES "public"."alerts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outbox" ADD CONSTRAINT "outbox_owner_id_people_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "alerts_of_owner" ON "alerts" USING btree ("owner_id");--> statement-breakpoint
CREATE INDEX "kept_figures_of" ON "kept_figures" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "outbox_by_state" ON "outbox" USING btree ("state","due_at");