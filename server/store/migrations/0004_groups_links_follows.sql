CREATE TABLE "board_links" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"board_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"person_id" uuid NOT NULL,
	"name" text NOT NULL,
	"embed_in" text,
	"scope" jsonb NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"last_used_at" timestamp with time zone,
	CONSTRAINT "board_links_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "follows" (
	"board_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"seen_version" integer NOT NULL,
	CONSTRAINT "follows_board_id_person_id_pk" PRIMARY KEY("board_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "group_shares" (
	"board_id" uuid NOT NULL,
	"group" text NOT NULL,
	"right" text NOT NULL,
	CONSTRAINT "group_shares_board_id_group_pk" PRIMARY KEY("board_id","group")
);
--> statement-breakpoint
ALTER TABLE "boards" ADD COLUMN "looks" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "comments" ADD COLUMN "mark" text;--> statement-breakpoint
ALTER TABLE "refinements" ADD COLUMN "name" text;--> statement-breakpoint
ALTER TABLE "refinements" ADD COLUMN "offered_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "refinements" ADD COLUMN "decided_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "tiles" ADD COLUMN "own_scope" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "board_links" ADD CONSTRAINT "board_links_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "board_links" ADD CONSTRAINT "board_links_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follows" ADD CONSTRAINT "follows_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follows" ADD CONSTRAINT "follows_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "group_shares" ADD CONSTRAINT "group_shares_board_id_boards_id_fk" FOREIGN KEY ("board_id") REFERENCES "public"."boards"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "links_of_board" ON "board_links" USING btree ("board_id");