/**
 * A name that people give: something that can be seen, and nothing that ends a line, turns the direction of writing, or
 * is half of a sign.
 */
export const nameSchema = {
  type: 'string',
  minLength: 1,
  maxLength: 120,
  pattern:
    '^(?=.*\\S)[^\\u0000-\\u001f\\u007f-\\u009f\\u061c\\u200e\\u200f\\u2028-\\u202e\\u2066-\\u2069\\ud800-\\udfff]*$',
} as const;
