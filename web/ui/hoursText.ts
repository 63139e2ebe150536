/** Minutes of work as one says them. @example hoursText(190) // "3 h 10 min" */
export const hoursText = (minutes: number): string =>
  minutes < 60
    ? `${minutes} min`
    : minutes % 60 === 0
      ? `${minutes / 60} h`
      : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
