CREATE TABLE "action_templates" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"hook_id" uuid NOT NULL,
	"blanks" jsonb NOT NULL,
	"by" uuid,
	"created_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "actions" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"template_id" uuid NOT NULL,
	"name" text NOT NULL,
	"person_id" uuid NOT NULL,
	"model_id" text NOT NULL,
	"reading" jsonb NOT NULL,
	"filled" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "decisions" (
	"comment_id" uuid PRIMARY KEY NOT NULL,
	"who_id" uuid,
	"due" date,
	"state" text DEFAULT 'open' NOT NULL,
	"ended_at" timestamp with time zone,
	"followed" jsonb
);
--> statement-breakpoint
ALTER TABLE "action_templates" ADD CONSTRAINT "action_templates_hook_id_hooks_id_fk" FOREIGN KEY ("hook_id") REFERENCES "public"."hooks"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "action_templates" ADD CONSTRAINT "action_templates_by_people_id_fk" FOREIGN KEY ("by") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "actions" ADD CONSTRAINT "actions_template_id_action_templates_id_fk" FOREIGN KEY ("template_id") REFERENCES "public"."action_templates"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "actions" ADD CONSTRAINT "actions_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "decisions" ADD CONSTRAINT "decisions_comment_id_comments_id_fk" FOREIGN KEY ("comment_id") REFERENCES "public"."comments"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "decisions" ADD CONSTRAINT "decisions_who_id_people_id_fk" FOREIGN KEY ("who_id") REFERENCES "public"."people"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "actions_of" ON "actions" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "decisions_of" ON "decisions" USING btree ("who_id");