import Joi from 'joi';

/** What bodies and answers are made of. All of it is there; `allow(null)` where there may be nothing. */
export const id = Joi.string().guid().required();
export const text = Joi.string().allow('').required();
export const word = Joi.string().required();
export const yes = Joi.boolean().required();
export const number = Joi.number().required();
export const whole = Joi.number().integer().required();
export const count = whole.min(0);
/** 0 to 1. */
export const share = number.min(0).max(1);
/** ISO 8601. */
export const time = Joi.string().isoDate().required();
/** What a file is kept by: SHA-256 of what is in it, in hexadecimal. */
export const digest = Joi.string()
  .pattern(/^[0-9a-f]{64}$/)
  .required();

/** An object with all fields of a type and no other. */
export const object = <T>(fields: Record<keyof T, Joi.Schema>) => Joi.object(fields).required();
/** A list that may be empty. */
export const list = (of: Joi.Schema) => Joi.array().items(of.optional()).required();
/** Something, or null. */
export const perhaps = (schema: Joi.Schema) => schema.required().allow(null);
