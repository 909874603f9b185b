CREATE TABLE alembic_version (
	version_num VARCHAR(32) NOT NULL, 
	CONSTRAINT alembic_version_pkc PRIMARY KEY (version_num)
);

CREATE TABLE material (
	"key" VARCHAR(80) NOT NULL, 
	name VARCHAR(120) NOT NULL, 
	kind VARCHAR(40) NOT NULL, 
	volume_solids DOUBLE, 
	density DOUBLE, 
	spread_rate DOUBLE, 
	left_ml DOUBLE NOT NULL, 
	price DOUBLE NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, sheen VARCHAR(20), handling JSON DEFAULT '{}' NOT NULL, full_ml DOUBLE DEFAULT '500' NOT NULL, opened DATE, place VARCHAR(120) DEFAULT '' NOT NULL, notes VARCHAR(2000) DEFAULT '' NOT NULL, use_up BOOLEAN DEFAULT '0' NOT NULL, made JSON, removed DATETIME, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_material PRIMARY KEY (id), 
	CONSTRAINT ck_material_left_not_negative CHECK (left_ml >= 0), 
	CONSTRAINT uq_material_key UNIQUE ("key")
);

CREATE TABLE reading (
	how VARCHAR(40) NOT NULL, 
	noise DOUBLE NOT NULL, 
	light VARCHAR(40) NOT NULL, 
	veil DOUBLE NOT NULL, 
	pour_error DOUBLE NOT NULL, 
	thickness_error DOUBLE NOT NULL, 
	swatches JSON NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, coats JSON, about JSON DEFAULT '{}' NOT NULL, removed DATETIME, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_reading PRIMARY KEY (id)
);

CREATE TABLE photo (
	job_id INTEGER NOT NULL, 
	name VARCHAR(200) NOT NULL, 
	sha256 VARCHAR(64) NOT NULL, 
	media_type VARCHAR(40) NOT NULL, 
	width INTEGER NOT NULL, 
	height INTEGER NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, marks JSON DEFAULT '{}' NOT NULL, version INTEGER DEFAULT '1' NOT NULL, turned INTEGER DEFAULT '0' NOT NULL, taken DATETIME, stage VARCHAR(20) DEFAULT '' NOT NULL, removed DATETIME, 
	CONSTRAINT pk_photo PRIMARY KEY (id), 
	CONSTRAINT fk_photo_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE, 
	CONSTRAINT uq_photo_job_id UNIQUE (job_id, sha256)
);

CREATE INDEX ix_photo_job_id ON photo (job_id);

CREATE TABLE reading_volume (
	reading_id INTEGER NOT NULL, 
	material_id INTEGER NOT NULL, 
	volume DOUBLE NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_reading_volume PRIMARY KEY (id), 
	CONSTRAINT fk_reading_volume_material_id_material FOREIGN KEY(material_id) REFERENCES material (id) ON DELETE CASCADE, 
	CONSTRAINT fk_reading_volume_reading_id_reading FOREIGN KEY(reading_id) REFERENCES reading (id) ON DELETE CASCADE
);

CREATE INDEX ix_reading_volume_material_id ON reading_volume (material_id);

CREATE INDEX ix_reading_volume_reading_id ON reading_volume (reading_id);

CREATE TABLE target (
	job_id INTEGER NOT NULL, 
	photo_id INTEGER, 
	name VARCHAR(120) NOT NULL, 
	"R" JSON NOT NULL, 
	noise DOUBLE NOT NULL, 
	source JSON NOT NULL, 
	removed DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, tolerance DOUBLE DEFAULT '2.0' NOT NULL, light VARCHAR(40) DEFAULT 'window' NOT NULL, background JSON, how VARCHAR(20) DEFAULT 'before' NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_target PRIMARY KEY (id), 
	CONSTRAINT fk_target_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE, 
	CONSTRAINT fk_target_photo_id_photo FOREIGN KEY(photo_id) REFERENCES photo (id) ON DELETE SET NULL
);

CREATE INDEX ix_target_job_id ON target (job_id);

CREATE TABLE mix (
	job_id INTEGER NOT NULL, 
	target_id INTEGER, 
	name VARCHAR(120) NOT NULL, 
	batch DOUBLE NOT NULL, 
	tool VARCHAR(40) NOT NULL, 
	removed DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, predicted JSON, laid JSON, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_mix PRIMARY KEY (id), 
	CONSTRAINT fk_mix_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE, 
	CONSTRAINT fk_mix_target_id_target FOREIGN KEY(target_id) REFERENCES target (id) ON DELETE SET NULL
);

CREATE INDEX ix_mix_job_id ON mix (job_id);

CREATE TABLE pour (
	mix_id INTEGER NOT NULL, 
	material_id INTEGER NOT NULL, 
	place INTEGER NOT NULL, 
	parts INTEGER NOT NULL, 
	ml DOUBLE NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_pour PRIMARY KEY (id), 
	CONSTRAINT ck_pour_ml_positive CHECK (ml > 0), 
	CONSTRAINT fk_pour_material_id_material FOREIGN KEY(material_id) REFERENCES material (id) ON DELETE RESTRICT, 
	CONSTRAINT fk_pour_mix_id_mix FOREIGN KEY(mix_id) REFERENCES mix (id) ON DELETE CASCADE, 
	CONSTRAINT uq_pour_mix_id UNIQUE (mix_id, place)
);

CREATE INDEX ix_pour_material_id ON pour (material_id);

CREATE INDEX ix_pour_mix_id ON pour (mix_id);

CREATE TABLE device_reading (
	device VARCHAR(120) NOT NULL, 
	sample VARCHAR(200) NOT NULL, 
	"R" JSON NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_device_reading PRIMARY KEY (id)
);

CREATE TABLE pot (
	mix_id INTEGER NOT NULL, 
	jug VARCHAR(40) NOT NULL, 
	capacity DOUBLE NOT NULL, 
	asked JSON NOT NULL, 
	dry_at DATETIME, 
	done DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, predicted JSON, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_pot PRIMARY KEY (id), 
	CONSTRAINT fk_pot_mix_id_mix FOREIGN KEY(mix_id) REFERENCES mix (id) ON DELETE CASCADE
);

CREATE INDEX ix_pot_mix_id ON pot (mix_id);

CREATE TABLE jug (
	name VARCHAR(40) NOT NULL, 
	form VARCHAR(20) NOT NULL, 
	heights JSON NOT NULL, 
	diameters JSON NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_jug PRIMARY KEY (id), 
	CONSTRAINT uq_jug_name UNIQUE (name)
);

CREATE TABLE "strip" (
	pot_id INTEGER, 
	mix_id INTEGER, 
	reading_id INTEGER, 
	"R" JSON NOT NULL, 
	ground VARCHAR(60) NOT NULL, 
	coats INTEGER NOT NULL, 
	wiped_after DOUBLE, 
	notes VARCHAR(500) NOT NULL, 
	removed DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, 
	job_id INTEGER NOT NULL, 
	material_id INTEGER, 
	photo_id INTEGER, 
	board VARCHAR(60) DEFAULT ('') NOT NULL, laid JSON, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_strip PRIMARY KEY (id), 
	CONSTRAINT fk_strip_pot_id_pot FOREIGN KEY(pot_id) REFERENCES pot (id) ON DELETE CASCADE, 
	CONSTRAINT fk_strip_mix_id_mix FOREIGN KEY(mix_id) REFERENCES mix (id) ON DELETE CASCADE, 
	CONSTRAINT fk_strip_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE, 
	CONSTRAINT fk_strip_material_id_material FOREIGN KEY(material_id) REFERENCES material (id) ON DELETE CASCADE, 
	CONSTRAINT fk_strip_reading_id_reading FOREIGN KEY(reading_id) REFERENCES reading (id) ON DELETE SET NULL, 
	CONSTRAINT fk_strip_photo_id_photo FOREIGN KEY(photo_id) REFERENCES photo (id) ON DELETE SET NULL
);

CREATE INDEX ix_strip_mix_id ON strip (mix_id);

CREATE INDEX ix_strip_job_id ON strip (job_id);

CREATE INDEX ix_strip_pot_id ON strip (pot_id);

CREATE INDEX ix_strip_material_id ON strip (material_id);

CREATE TABLE look (
	job_id INTEGER NOT NULL, 
	name VARCHAR(120) NOT NULL, 
	layers JSON NOT NULL, 
	removed DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_look PRIMARY KEY (id), 
	CONSTRAINT fk_look_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE
);

CREATE INDEX ix_look_job_id ON look (job_id);

CREATE TABLE "job" (
	name VARCHAR(120) NOT NULL, 
	room VARCHAR(120) NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, 
	workshop_light VARCHAR(40) DEFAULT 'window' NOT NULL, 
	room_light VARCHAR(40) DEFAULT 'window' NOT NULL, version INTEGER DEFAULT '1' NOT NULL, client VARCHAR(120) DEFAULT '' NOT NULL, notes VARCHAR(4000) DEFAULT '' NOT NULL, due DATETIME, state VARCHAR(20) DEFAULT 'in_work' NOT NULL, finished DATETIME, gone DATETIME, archived DATETIME, removed DATETIME, 
	CONSTRAINT pk_job PRIMARY KEY (id)
);

CREATE TABLE done (
	"key" VARCHAR(100) NOT NULL, 
	request VARCHAR(300) NOT NULL, 
	status INTEGER, 
	media_type VARCHAR(100) NOT NULL, 
	answer TEXT NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_done PRIMARY KEY (id), 
	CONSTRAINT uq_done_key UNIQUE ("key")
);

CREATE TABLE "piece" (
	job_id INTEGER NOT NULL, 
	name VARCHAR(120) NOT NULL, 
	spec JSON NOT NULL, 
	grounds JSON NOT NULL, 
	look_id INTEGER, 
	removed DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, 
	uses JSON, 
	age VARCHAR(20) DEFAULT 'unknown' NOT NULL, 
	count INTEGER DEFAULT '1' NOT NULL, 
	belongs VARCHAR(60) DEFAULT ('') NOT NULL, 
	hardware JSON, 
	last JSON, 
	recounted BOOLEAN DEFAULT '0' NOT NULL, survey JSON, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_piece PRIMARY KEY (id), 
	CONSTRAINT fk_piece_look_id_look FOREIGN KEY(look_id) REFERENCES look (id) ON DELETE SET NULL, 
	CONSTRAINT fk_piece_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE
);

CREATE INDEX ix_piece_job_id ON piece (job_id);

CREATE TABLE setting (
	"key" VARCHAR(60) NOT NULL, 
	value JSON NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_setting PRIMARY KEY (id), 
	CONSTRAINT uq_setting_key UNIQUE ("key")
);

CREATE TABLE preparation (
	title VARCHAR(120) NOT NULL, 
	film VARCHAR(40) NOT NULL, 
	laying JSON NOT NULL, 
	roles JSON NOT NULL, 
	removed DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_preparation PRIMARY KEY (id)
);

CREATE TABLE step_done (
	job_id INTEGER NOT NULL, 
	step VARCHAR(160) NOT NULL, 
	how VARCHAR(20) NOT NULL, 
	ended DATETIME NOT NULL, 
	minutes DOUBLE NOT NULL, 
	usual DOUBLE NOT NULL, 
	about JSON NOT NULL, 
	taken_back DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_step_done PRIMARY KEY (id), 
	CONSTRAINT fk_step_done_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE
);

CREATE INDEX ix_step_done_job_id ON step_done (job_id);

CREATE TABLE timer (
	job_id INTEGER NOT NULL, 
	words VARCHAR(160) NOT NULL, 
	kind VARCHAR(20) NOT NULL, 
	step VARCHAR(160) NOT NULL, 
	ends DATETIME NOT NULL, 
	removed DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_timer PRIMARY KEY (id), 
	CONSTRAINT fk_timer_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE
);

CREATE INDEX ix_timer_job_id ON timer (job_id);

CREATE TABLE "plan" (
	job_id INTEGER NOT NULL, 
	begun DATETIME NOT NULL, 
	asked DOUBLE, 
	asks JSON DEFAULT '{}' NOT NULL, 
	laid JSON, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, 
	version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_plan PRIMARY KEY (id), 
	CONSTRAINT fk_plan_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE, 
	CONSTRAINT uq_plan_job_id UNIQUE (job_id)
);

CREATE TABLE entry (
	job_id INTEGER NOT NULL, 
	piece_id INTEGER, 
	photo_id INTEGER, 
	kind VARCHAR(20) NOT NULL, 
	at DATETIME NOT NULL, 
	words VARCHAR(4000) NOT NULL, 
	step VARCHAR(160) NOT NULL, 
	tool VARCHAR(120) NOT NULL, 
	product VARCHAR(120) NOT NULL, 
	grit INTEGER, 
	minutes DOUBLE, 
	waited DOUBLE, 
	money DOUBLE, 
	removed DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, 
	version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_entry PRIMARY KEY (id), 
	CONSTRAINT fk_entry_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE, 
	CONSTRAINT fk_entry_photo_id_photo FOREIGN KEY(photo_id) REFERENCES photo (id) ON DELETE SET NULL, 
	CONSTRAINT fk_entry_piece_id_piece FOREIGN KEY(piece_id) REFERENCES piece (id) ON DELETE SET NULL
);

CREATE INDEX ix_entry_job_id ON entry (job_id);

CREATE TABLE choice (
	job_id INTEGER NOT NULL, 
	piece_id INTEGER NOT NULL, 
	look_ids JSON NOT NULL, 
	light VARCHAR(40) NOT NULL, 
	words VARCHAR(1000) NOT NULL, 
	answer_id INTEGER, 
	answer VARCHAR(1000) NOT NULL, 
	answered DATETIME, 
	removed DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, 
	version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_choice PRIMARY KEY (id), 
	CONSTRAINT fk_choice_answer_id_look FOREIGN KEY(answer_id) REFERENCES look (id) ON DELETE SET NULL, 
	CONSTRAINT fk_choice_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE, 
	CONSTRAINT fk_choice_piece_id_piece FOREIGN KEY(piece_id) REFERENCES piece (id) ON DELETE CASCADE
);

CREATE INDEX ix_choice_job_id ON choice (job_id);

CREATE TABLE motif (
	job_id INTEGER NOT NULL, 
	name VARCHAR(120) NOT NULL, 
	kind VARCHAR(20) NOT NULL, 
	width DOUBLE NOT NULL, 
	height DOUBLE NOT NULL, 
	content JSON NOT NULL, 
	made JSON DEFAULT '{}' NOT NULL, 
	removed DATETIME, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, 
	version INTEGER DEFAULT '1' NOT NULL, 
	CONSTRAINT pk_motif PRIMARY KEY (id), 
	CONSTRAINT fk_motif_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE CASCADE
);

CREATE INDEX ix_motif_job_id ON motif (job_id);

CREATE TABLE "pour_made" (
	pot_id INTEGER NOT NULL, 
	material_id INTEGER NOT NULL, 
	place INTEGER NOT NULL, 
	ml DOUBLE NOT NULL, 
	taken DOUBLE NOT NULL, 
	how VARCHAR(20) NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, 
	version INTEGER DEFAULT '1' NOT NULL, 
	from_pot_id INTEGER, 
	CONSTRAINT pk_pour_made PRIMARY KEY (id), 
	CONSTRAINT uq_pour_made_pot_id UNIQUE (pot_id, place), 
	CONSTRAINT ck_pour_made_ml_positive CHECK (ml > 0), 
	CONSTRAINT fk_pour_made_material_id_material FOREIGN KEY(material_id) REFERENCES material (id) ON DELETE RESTRICT, 
	CONSTRAINT fk_pour_made_pot_id_pot FOREIGN KEY(pot_id) REFERENCES pot (id) ON DELETE CASCADE, 
	CONSTRAINT fk_pour_made_from_pot_id_pot FOREIGN KEY(from_pot_id) REFERENCES pot (id) ON DELETE SET NULL
);

CREATE INDEX ix_pour_made_pot_id ON pour_made (pot_id);

CREATE INDEX ix_pour_made_material_id ON pour_made (material_id);

CREATE INDEX ix_pour_made_from_pot_id ON pour_made (from_pot_id);

CREATE TABLE "paired" (
	name VARCHAR(40) NOT NULL, 
	token VARCHAR(64) NOT NULL, 
	may VARCHAR(10) NOT NULL, 
	last_used DATETIME NOT NULL, 
	id INTEGER NOT NULL, 
	created DATETIME NOT NULL, 
	version INTEGER DEFAULT '1' NOT NULL, 
	job_id INTEGER, 
	CONSTRAINT pk_paired PRIMARY KEY (id), 
	CONSTRAINT uq_paired_token UNIQUE (token), 
	CONSTRAINT fk_paired_job_id_job FOREIGN KEY(job_id) REFERENCES job (id) ON DELETE SET NULL
);

