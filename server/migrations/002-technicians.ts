import type { Sequelize } from "sequelize";

const STATEMENTS = [
  `CREATE TABLE technicians (
    id TEXT PRIMARY KEY, initials TEXT NOT NULL UNIQUE, name TEXT NOT NULL)`,
  // Summaries hold more from here on: work each out again at the next look.
  `UPDATE jobs SET summarised = -1`,
];

export const technicians = {
  name: "002-technicians",
  up: async (sequelize: Sequelize): Promise<void> => {
    for (const statement of STATEMENTS) await sequelize.query(statement);
  },
};
