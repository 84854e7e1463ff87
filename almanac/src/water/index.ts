export { foodGradeCaution, saltCares, type SaltCare } from './salts';
export { changeSchools, routineAdvice, type ChangeSchool, type RoutineAdvice } from './schools';
