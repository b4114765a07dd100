import { BODIES, type JsonRouteId } from '../contract/bodies.ts';
import type { BodyOf } from '../contract/routes.ts';
import { faultOf } from '../formats/plan-json/plan-schema.ts';
import { Refusal } from './refusal.ts';

/** What came to a route, as the contract has it. Refused with 422 and the first fault where it is not so. */
export function checked<R extends JsonRouteId>(route: R, body: unknown): BodyOf<R> {
  const fault = faultOf(BODIES[route], body);
  if (fault !== null) throw new Refusal(422, fault);
  return body as BodyOf<R>;
}
