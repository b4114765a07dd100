import Joi from 'joi';

const TEN_HOURS_US = 36_000e6;

/** The key of a segment. */
export const key = Joi.string().max(200).required();

/** A time or a length in whole microseconds. */
export const time = Joi.number().integer().min(0).max(TEN_HOURS_US).required();

export const flag = Joi.boolean().required();
