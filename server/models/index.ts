import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type ModelStatic,
  type Sequelize,
} from "sequelize";

type Row<M extends Model> = Model<InferAttributes<M>, InferCreationAttributes<M>>;

export interface InstrumentRow extends Row<InstrumentRow> {
  id: string;
  body: object;
}

export interface MotorRow extends Row<MotorRow> {
  id: string;
  name: string;
  owner: string;
  serial: string;
  body: object;
}

export interface JobRow extends Row<JobRow> {
  id: string;
  number: number;
  motorId: string;
  complaint: string;
  complaintWords: string;
  events: string[];
  version: number;
  /** The version that stage and summary speak of. */
  summarised: number;
  stage: string;
  summary: object;
  search: string;
  takenInAt: string;
  closedAt: CreationOptional<string | null>;
  /** Limits of its closing; null while it is open. */
  limits: CreationOptional<object | null>;
}

export interface EntryRow extends Row<EntryRow> {
  id: string;
  jobId: string;
  version: number;
  kind: string;
  body: object;
  byWhom: string;
  savedAt: string;
}

export interface SnapshotRow extends Row<SnapshotRow> {
  id: string;
  jobId: string;
  rules: string;
  body: object;
  at: string;
}

export interface TechnicianRow extends Row<TechnicianRow> {
  id: string;
  initials: string;
  name: string;
}

export interface MotorModelRow extends Row<MotorModelRow> {
  id: string;
  name: string;
  body: object;
}

export interface SettingRow extends Row<SettingRow> {
  id: string;
  body: object;
}

export interface PhotoRow extends Row<PhotoRow> {
  id: string;
  jobId: string;
  bytes: Buffer;
  savedAt: string;
}

export interface Models {
  readonly Photo: ModelStatic<PhotoRow>;
  readonly MotorModel: ModelStatic<MotorModelRow>;
  readonly Setting: ModelStatic<SettingRow>;
  readonly Technician: ModelStatic<TechnicianRow>;
  readonly Instrument: ModelStatic<InstrumentRow>;
  readonly Motor: ModelStatic<MotorRow>;
  readonly Job: ModelStatic<JobRow>;
  readonly Entry: ModelStatic<EntryRow>;
  readonly Snapshot: ModelStatic<SnapshotRow>;
}

// Functions, since Sequelize writes the column's name into the object it is given.
const key = () => ({ type: DataTypes.TEXT, primaryKey: true });
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });
const json = () => ({ type: DataTypes.JSON, allowNull: false });
const jobId = () => ({ ...text(), field: "job_id" });

/** Tables as the migrations made them. Models store; what happens is the services' business. */
export function defineModels(sequelize: Sequelize): Models {
  const plain = { timestamps: false } as const;
  return {
    MotorModel: sequelize.define<MotorModelRow>(
      "model",
      { id: key(), name: text(), body: json() },
      { ...plain, tableName: "models" },
    ),
    Setting: sequelize.define<SettingRow>(
      "setting",
      { id: key(), body: json() },
      { ...plain, tableName: "settings" },
    ),
    Photo: sequelize.define<PhotoRow>(
      "photo",
      {
        id: key(),
        jobId: jobId(),
        bytes: { type: DataTypes.BLOB, allowNull: false },
        savedAt: { ...text(), field: "saved_at" },
      },
      { ...plain, tableName: "photos" },
    ),
    Technician: sequelize.define<TechnicianRow>(
      "technician",
      { id: key(), initials: text(), name: text() },
      { ...plain, tableName: "technicians" },
    ),
    Instrument: sequelize.define<InstrumentRow>(
      "instrument",
      { id: key(), body: json() },
      { ...plain, tableName: "instruments" },
    ),
    Motor: sequelize.define<MotorRow>(
      "motor",
      { id: key(), name: text(), owner: text(), serial: text(), body: json() },
      { ...plain, tableName: "motors" },
    ),
    Job: sequelize.define<JobRow>(
      "job",
      {
        id: key(),
        number: whole(),
        motorId: { ...text(), field: "motor_id" },
        complaint: text(),
        complaintWords: { ...text(), field: "complaint_words" },
        events: json(),
        version: whole(),
        summarised: whole(),
        stage: text(),
        summary: json(),
        search: text(),
        takenInAt: { ...text(), field: "taken_in_at" },
        closedAt: { type: DataTypes.TEXT, field: "closed_at" },
        limits: { type: DataTypes.JSON },
      },
      { ...plain, tableName: "jobs" },
    ),
    Entry: sequelize.define<EntryRow>(
      "entry",
      {
        id: key(),
        jobId: jobId(),
        version: whole(),
        kind: text(),
        body: json(),
        byWhom: { ...text(), field: "by_whom" },
        savedAt: { ...text(), field: "saved_at" },
      },
      { ...plain, tableName: "entries" },
    ),
    Snapshot: sequelize.define<SnapshotRow>(
      "snapshot",
      { id: key(), jobId: jobId(), rules: text(), body: json(), at: text() },
      { ...plain, tableName: "verdict_snapshots" },
    ),
  };
}
