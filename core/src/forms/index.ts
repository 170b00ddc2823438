export { formIds, formRefusal, forms, type Form, type FormId } from './forms.ts';
export { composeSteps, speciesCautions, ticketMinutes, type Step } from './steps.ts';
