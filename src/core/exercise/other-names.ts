/**
 * Other names that the same exercise goes by, in the trade's own words (common practice). One row a move: the shipped name
 * first where the library has it. Used to hear a move in a recording; captions keep the name of the plan.
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
Curtsy lunge|curtsey lunge|curtsies
Plank|high plank|front plank|plank hold|straight arm plank
Forearm plank|low plank|elbow plank
Side plank|side hold
Jumping jack|star jump|jack
Low jack|step jack|half jack|low-impact jack
Glute bridge|hip bridge|hip raise|hip thrust|bridge lift
Mountain climber|climber|running plank
High knees|high knee run|knee drive|knees up|running on the spot
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
Romanian deadlift|stiff leg deadlift|straight leg deadlift
Single-leg deadlift|one leg deadlift|single leg hinge
Good morning|hip hinge
Goblet squat|squat with the weight|weighted squat
Sumo squat|wide squat|plie squat|wide leg squat
Wall sit|wall squat|sit at the wall
Calf raise|heel raise|heel lift|tiptoe
Dead bug|dying bug
Bird dog|opposite arm and leg|bird-dog
Superman|back extension|prone extension
Bicycle crunch|bicycle|cross crawl
Crunch|curl-up|ab curl|abdominal curl
Sit-up|full sit-up
Reverse crunch|knee tuck
Leg raise|leg lower|leg lift|double leg lower
Russian twist|seated twist|seated rotation
Flutter kick|scissor kick|scissors
Hollow hold|hollow body
V-sit|boat|boat pose
Burpee|squat thrust|sprawl
Skater|speed skater|side to side hop|skater jump
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
Shoulder tap|plank tap|tap the shoulders
Step-up|step up
Kettlebell swing|swing
Thruster|squat to press|squat and press
`;

const key = (name: string) => name.toLowerCase().replace(/[’']/g, '').replace(/[^a-z0-9]+/g, ' ').replace(/s\b/g, '').trim();

const byName = new Map<string, readonly string[]>();
for (const row of ROWS.split('\n')) {
  const names = row.split('|').map((n) => n.trim()).filter((n) => n !== '');
  const [first] = names;
  if (first !== undefined) byName.set(key(first), names.slice(1));
}

/** The other names of a move; empty where none is known. */
export function otherNames(name: string): readonly string[] {
  return byName.get(key(name)) ?? [];
}
