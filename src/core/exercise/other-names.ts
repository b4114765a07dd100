/**
 * Other names that the same exercise goes by, in the trade's own words (common practice). One row a move: the shipped
 * name first where the library has it. Used to hear a move in a recording; captions keep the name of the plan.
 */
const ROWS = `
Squat|air squat|bodyweight squat|body weight squat
Squat jump|jump squat|jumping squat
Push-up|press-up|press up|push up
Knee push-up|kneeling push-up|push-up on the knees|modified push-up
Reverse lunge|step back lunge|back lunge|backward lunge|lunge back
Forward lunge|front lunge|step forward lunge
Side lunge|lateral lunge|lunge to the side
Split squat|static lunge|stationary lunge
Curtsey lunge|curtsy lunge|curtsies|curtsy
Plank|high plank|front plank|plank hold|straight arm plank
Forearm plank|low plank|elbow plank
Side plank|side hold
Jumping jack|star jump|jack
Half jack|low jack|step jack|low-impact jack
Glute bridge|hip bridge|hip raise|hip thrust|bridge lift
Mountain climber|climber|running plank|mountain runner
High knees|high knee run|knee drive|knees up|running on the spot|jog on the spot|sprint on the spot
March on the spot|march it out|marching|march in place
Side step|step touch|side to side
Bent-over row|bent row|row
Upright row|high pull
Overhead press|shoulder press|military press|strict press|press overhead
Lateral raise|side raise|side lateral raise
Front raise|raise to the front
Biceps curl|bicep curl|arm curl|hammer curl
Triceps dip|tricep dip|chair dip|bench dip
Triceps extension|tricep extension|skull crusher|overhead extension
Triceps kickback|tricep kickback|kick back
Deadlift|dead lift|hip hinge|hinge
Romanian deadlift|stiff leg deadlift|straight leg deadlift|RDL|R D L
Single-leg deadlift|one leg deadlift|single leg hinge
Good morning|hip hinge
Goblet squat|squat with the weight|weighted squat
Sumo squat|wide squat|plie squat|wide leg squat
Wall sit|wall squat|sit at the wall
Calf raise|heel raise|heel lift|tiptoe
Dead bug|dying bug
Bird dog|opposite arm and leg|bird-dog
Superman|back extension|prone extension
Bicycle crunch|bicycle|cross crawl|elbow to knee
Crunch|curl-up|ab curl|abdominal curl
Sit-up|full sit-up
Reverse crunch|knee tuck
Leg raise|leg lower|leg lift|double leg lower
Russian twist|seated twist|seated rotation|twist side to side
Flutter kick|scissor kick|scissors
Hollow hold|hollow body
V-sit|boat|boat pose
Burpee|squat thrust|sprawl
Skater jump|skater|speed skater|side to side hop
Butt kick|heel flick|bum kick|heel kick|hamstring kick
Donkey kick|kick back|glute kickback
Fire hydrant|hydrant|leg lift to the side
Clam|clamshell|clam shell
Hip circles|circle the hips|hip roll
Arm circles|circle the arms|arm swing
Shoulder rolls|roll the shoulders|shoulder circle
Cat and cow|cat cow|cat camel|arch and round
Child's pose|childs pose|rest pose
Cobra|cobra stretch|upward dog
Downward dog|down dog|downward facing dog
Calf stretch|stretch the calf
Hamstring stretch|stretch the hamstring|back of the leg
Quad stretch|quadriceps stretch|thigh stretch|front of the leg
Hip flexor stretch|kneeling hip stretch|low lunge stretch|hip flexor
Kneeling hip stretch|hip flexor stretch|low lunge stretch|hip flexor
Glute stretch|figure four|pigeon
Chest opener|chest stretch|open the chest|open up the chest
Side reach|side bend|reach over to the side|side stretch
Forward fold|fold forward|roll down
Spinal twist|supine twist|lying twist
Shadow boxing|punches|jab cross|boxing
Inchworm|walk out|walkout|hand walk
Bear crawl|bear walk|bear hold
Plank jack|jacks in plank|jumping plank
Plank shoulder tap|shoulder tap|plank tap|tap the shoulders
Step-up|step up
Kettle swing|kettlebell swing|swing
Thruster|squat to press|squat and press|squat press
Lunge jump|jumping lunge|jump lunge|split jump|switch lunge
Lunge pulse|pulsing lunge|pulse it in the lunge
Squat pulse|pulsing squat|pulse squat|little pulses
Walking lunge|travelling lunge|lunge walk
Plank to forearm|plank up-down|up-down plank|commando|plank up
Plank row|renegade row|row in plank
Side plank dip|hip dip|plank dip
Spider plank|spiderman|knee to elbow plank
Kneeling push-up|knee push-up|push-up on the knees|modified push-up
Heel taps|heel touch|ankle tap|heel reach
Toe taps to the front|toe touch|toe tap
Toe taps supine|toe tap|tabletop tap
Single-leg bridge|single leg glute bridge|one leg bridge|one legged bridge
Bridge march|marching bridge|march in the bridge
Boat hold|boat|boat pose|V-sit
Bear hold|bear plank|hovering knees
Seated knee tuck|knee tuck|tuck in and out
Leg lower|leg raise|leg lift|double leg lower
Side-lying leg lift|side leg lift|top leg lift
Standing oblique crunch|side crunch|standing crunch|knee to elbow
Step knee lift|knee lift|knee drive
Kneel to stand|kneel and stand
Wood chop|woodchopper|woodchop
World reach|world's greatest stretch|greatest stretch
Figure-four stretch|figure four|glute stretch|pigeon
Hamstring stretch with a strap|hamstring stretch|back of the leg
Standing quad stretch|quad stretch|thigh stretch|front of the leg
Chest stretch at the wall|chest stretch|chest opener
Triceps press overhead|triceps extension|tricep extension|overhead extension
One-arm row|single arm row|one arm rows
Bent-over fly|reverse fly|rear fly|rear delt fly
Straight punches|jab cross|punches|boxing
Uppercuts|upper cut|upper cuts
Fast feet|quick feet|football run|sprint feet
Boxer step|boxer shuffle|boxer bounce
Skipping|jump rope|skip rope|imaginary rope
Tuck jump|knees to chest jump
Farmer carry|farmers walk|farmers carry
Prone snow angel|snow angel|reverse snow angel
Supine twist|lying twist|spinal twist
Forward fold|fold forward|roll down|rag doll
Wide-leg fold|wide fold|straddle fold
Standing cat stretch|standing cat cow|round and arch
`;

const key = (name: string) =>
  name
    .toLowerCase()
    .replace(/[’']/g, '')
    .replace(/[^a-z0-9]+/g, ' ')
    .replace(/s\b/g, '')
    .trim();

const byName = new Map<string, readonly string[]>();
const rows = ROWS.split('\n')
  .map((row) =>
    row
      .split('|')
      .map((n) => n.trim())
      .filter((n) => n !== ''),
  )
  .filter((names) => names.length > 1);
for (const [first, ...others] of rows) byName.set(key(first as string), others);
// A plan may be written with any of the names: the row's others belong to it then, unless it has a row of its own.
for (const names of rows)
  for (const name of names)
    if (!byName.has(key(name)))
      byName.set(
        key(name),
        names.filter((n) => n !== name),
      );

/** The other names of a move; empty where none is known. */
export function otherNames(name: string): readonly string[] {
  return byName.get(key(name)) ?? [];
}

const firstNames = new Map<string, string>();
for (const [first, ...others] of rows)
  for (const name of [first as string, ...others])
    if (!firstNames.has(key(name))) firstNames.set(key(name), first as string);

/** The name under which the library has what is called so; null where it is no other name of anything. */
export function firstNameOf(name: string): string | null {
  return firstNames.get(key(name)) ?? null;
}
