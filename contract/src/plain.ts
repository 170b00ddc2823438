import * as z from 'zod';

type Issue = z.core.$ZodRawIssue;

const kinds: Partial<Record<string, string>> = {
  number: 'A number, please',
  int: 'A whole number, please',
  string: 'Text, please',
  boolean: 'Yes or no, please',
  array: 'A list, please',
};
/** How much there may be, in the words of what it is much of. */
function bound(side: 'At least' | 'At most', origin: string, limit: number, inclusive: boolean): string {
  if (origin === 'string') return `${side} ${limit} ${limit === 1 ? 'character' : 'characters'}`;
  if (origin === 'array' || origin === 'set') return `${side} ${limit} of them`;
  return inclusive ? `${side} ${limit}` : `${side === 'At least' ? 'More' : 'Less'} than ${limit}`;
}

/** What is wrong with a field whose own rule does not say it: never the words of a schema. */
function plainReason(issue: Issue): string | undefined {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined
        ? 'This is missing'
        : (kinds[issue.expected] ?? 'Not of the right shape');
    case 'too_small':
      return issue.origin === 'string' && Number(issue.minimum) === 1
        ? 'Say something here'
        : bound('At least', issue.origin, Number(issue.minimum), issue.inclusive ?? true);
    case 'too_big':
      return bound('At most', issue.origin, Number(issue.maximum), issue.inclusive ?? true);
    case 'invalid_value':
      return issue.values.length === 1
        ? `Only ${String(issue.values[0])} here`
        : `One of these, please: ${issue.values.map(String).join(', ')}`;
    case 'invalid_format':
      return 'Not written as it should be';
    case 'unrecognized_keys':
      return `Not known here: ${issue.keys.join(', ')}`;
    case 'not_multiple_of':
      return `In steps of ${issue.divisor}`;
    case 'invalid_union':
    case 'invalid_key':
    case 'invalid_element':
      return 'Not of the right shape';
    default:
      return undefined;
  }
}

z.config({ customError: plainReason });
