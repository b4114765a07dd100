import { ANSWERS, type AnsweringRouteId } from '../contract/answers.ts';
import { BODIES, type JsonRouteId } from '../contract/bodies.ts';
import type { BodyOf } from '../contract/routes.ts';
import { faultAt, faultOf } from '../formats/plan-json/plan-schema.ts';
import { Refusal } from './refusal.ts';

/** What came to a route, as the contract has it. Refused with 422 and the first fault where it is not so. */
export function checked<R extends JsonRouteId>(route: R, body: unknown): BodyOf<R> {
  const fault = faultOf(BODIES[route], body);
  if (fault !== null) throw new Refusal(422, fault);
  return body as BodyOf<R>;
}

/** Throws, with the first fault, where an answer is not what the contract says: a mistake of the program. */
export function asPromised(route: AnsweringRouteId, given: unknown): void {
  const sent: unknown = JSON.parse(JSON.stringify(given));
  const fault = faultAt(ANSWERS[route], sent, 'not looked at');
  if (fault !== null) throw new Error(`The answer of ${route} is not as the contract has it: ${fault.message}`);
}
