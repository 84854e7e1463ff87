/** What the server answers about care. */
export const careAnswers = {
  courseOrQuarantine: 'course or quarantine',
  quarantineEndsStretchedForCool: (name: string) => `${name}: quarantine ends, stretched for cool water`,
};
