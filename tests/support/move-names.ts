/**
 * Three hundred names of moves as instructors write them into their plans, gathered from general knowledge of the trade
 * before the reader of names was written. By where the move begins and how hard it lands. Every third is kept aside:
 * the reader was not made with it in view.
 */
const NAMES: readonly (readonly [position: string, impact: 'none' | 'low' | 'high', names: string])[] = [
  [
    'standing',
    'none',
    `Air squats; Prisoner squat; Pause squat; Squat hold; Squat with curl and press; Squat to overhead press;
    Narrow squat; Plié squat; Plié pulses;
    Single-leg squat to a chair; Sit to stand; Squat with front raise; Dumbbell front squat;
    Goblet squat with heel raise; Staggered stance squat; Squat with rotation;
    Alternating reverse lunges; Reverse lunge with twist; Reverse lunge to knee drive; Static lunge, right;
    Deficit reverse lunge; Lateral lunge with reach; Cossack squat; Curtsy lunge with lateral raise;
    Bulgarian split squat; Clock lunges; Dumbbell deadlifts; RDL; Single-leg RDL; B-stance deadlift; Sumo deadlift;
    Good mornings with a stick; Suitcase deadlift; Hip hinge with reach;
    Bicep curls; Hammer curls; Zottman curl; Concentration curl standing; Alternating biceps curl; Arnold press;
    Push press; Single-arm overhead press; Shoulder press; Lateral raises; Front raise; Upright rows;
    Bent-over reverse fly; Bent-over rows; Single-arm row; Wide row; Overhead triceps extension; Triceps kickbacks;
    Shrugs; Band pull-aparts; Band lat pulldown; Standing chest press with band; Pallof press;
    Wood chops; Reverse wood chop; Standing side crunch; Standing bicycle; Standing knee tuck with weight;
    Standing oblique crunch; Windmill; Halo; Around the world; Farmer hold; Suitcase carry; Overhead carry;
    Calf raises; Single-leg calf raise; Toe raises; Wall sit; Wall push-up; Incline push-up on a chair;
    Standing leg lift to the side; Standing hip abduction; Standing glute kickback; Standing leg curl;
    Tree pose; Warrior one; Warrior two; Reverse warrior; Triangle; Chair pose; Mountain pose; Half lift;
    Standing forward fold; Wide-legged forward bend; Goddess pose; Eagle arms; Standing side stretch;
    Standing figure four;
    Standing quad stretch; Standing hamstring stretch; Calf stretch at the wall; Chest stretch in the doorway;
    Triceps stretch; Cross-body shoulder stretch; Neck rolls; Neck side stretch; Shoulder shrugs and rolls; Arm swings;
    Big arm circles;
    Hip openers; Hip circles; Ankle circles; Wrist circles; Torso twists; Standing cat cow; Roll down;
    Leg swings front to back; Open the gate; Hip hinge warm-up; Balance on one leg; Single-leg reach; Heel-to-toe walk;
    Tai chi arms; Upper body stretch`,
  ],
  [
    'standing',
    'low',
    `Marching; March in place with arms; High march; Step touch with clap; Double step touch; Side steps; Grapevine;
    V step; Box step; Mambo; Cha-cha; Knee lifts; Alternating knee drives; Knee repeater;
    Hamstring curls; Heel digs with bicep curl; Toe taps; Tap backs; Side taps; Low-impact jacks; Step jacks;
    Half jacks; Low-impact skaters; Step-out burpee; Walk-out burpee; Speed walk; Power walk on the spot;
    Boxer shuffle; Jab cross; Jab, cross, hook; Uppercuts; Front kicks; Roundhouse kick; Knee strikes; Bob and weave;
    Speed bag; Ducks and hooks; Step-ups; Step up with knee; Lateral step-up; Step taps; Basic step; Over the top;
    Kettlebell swings; Walking lunges; Forward lunges; Toy soldier kicks; Charleston; Pivot turn; Pony step;
    Side shuffle with touch; Cross-over step; Squat walk; Monster walk with band; Lateral band walk; Inchworms;
    Walk outs to plank`,
  ],
  [
    'standing',
    'high',
    `Jumping jacks; Star jumps; Squat jumps; Jump squats; Tuck jumps; Broad jump; Lunge jumps; Split jumps;
    Skater hops; Skaters; Burpees; Burpee with push-up; High knees; High-knee run; Butt kicks; Jog on the spot;
    Running in place;
    Sprint on the spot; Skipping rope; Jump rope; Double unders; Pogo hops; Single-leg hops; Lateral hops;
    Hop over the line; 180 jumps; Jumping lunges; Plyo lunges; Box jumps; Cross jacks; Seal jacks; Power skip;
    Ski hops; Squat jacks; Popcorn squats`,
  ],
  [
    'plank',
    'none',
    `Push-ups; Wide push-ups; Diamond push-ups; Tricep push-up; Decline push-up; Spiderman push-up; T push-up; Plank;
    High plank hold; Forearm plank; Plank shoulder taps; Plank to down dog; Plank up-downs; Commando planks;
    Renegade rows; Plank with hip dips;
    Plank leg lifts; Plank reach; Plank walk; Plank saw; Chaturanga; Hand release push-up`,
  ],
  [
    'plank',
    'low',
    `Mountain climbers; Slow mountain climbers; Cross-body mountain climbers; Bear to plank; Plank walk-ins`,
  ],
  ['plank', 'high', `Plank jacks; Plank hops; Frog jumps in plank; Donkey hops`],
  [
    'supine',
    'none',
    `Glute bridges; Single-leg glute bridge; Hip thrusts; Bridge pulses; Marching bridge; Frog pumps;
    Hamstring walkouts; Dead bugs; Crunches; Bicycle crunches; Reverse crunches; Sit-ups; Toe touches; Leg raises;
    Flutter kicks; Scissor kicks; Double leg lowers;
    Heel touches; Hollow body hold; V-ups; Jackknife; The hundred; Single leg stretch; Roll up;
    Chest press on the floor; Dumbbell fly; Skull crushers; Pullovers; Knees to chest; Happy baby; Supine twist;
    Reclined butterfly; Reclined figure four; Savasana; Legs up the wall; Lying hamstring stretch; Pelvic tilts;
    Windshield wipers; Final rest`,
  ],
  [
    'prone',
    'none',
    'Supermans; Superman pull; Swimmers; Prone Y raise; Prone T raises; Cobra; Sphinx; Locust; Bow pose; ' +
      'Back extensions; Prone leg lifts; Prone cobra with arms',
  ],
  [
    'all fours',
    'none',
    'Bird dogs; Donkey kicks; Fire hydrants; Cat-cow; Thread the needle; Bear hold; Bear plank shoulder ' +
      "taps; Child's pose; Puppy pose; Downward dog; Three-legged dog; Quadruped hip circles; " +
      'Kneeling push-ups; Tail wags; Rainbow leg lifts',
  ],
  [
    'side-lying',
    'none',
    'Side plank; Side plank hip dips; Side plank with rotation; Clams; Clamshells with band; Side-lying leg ' +
      'raise; Inner thigh lifts; Side kicks; Open book; Side-lying circles; Copenhagen plank',
  ],
  [
    'seated',
    'none',
    'Russian twists; Boat pose; Seated knee tucks; Seated forward fold; Butterfly stretch; Seated twist; ' +
      'Pigeon pose; Straddle stretch; Triceps dips; Seated overhead press; Easy pose; Seated cat cow; ' +
      'Seated side bend; Z-sit rotations; 90/90 switches; Seated leg lifts; Boxer twists seated',
  ],
  [
    'half-kneeling',
    'none',
    'Hip flexor stretch; Half-kneeling press; Half-kneeling row; Half-kneeling wood chop; Low lunge; ' +
      "Low lunge with twist; Runner's lunge stretch; Lizard pose; Crescent low lunge",
  ],
  [
    'kneeling',
    'none',
    `Tall kneeling press; Kneeling hinge; Camel pose; Kneeling to standing; Hero pose; Kneeling lean back`,
  ],
];

export interface NamedMove {
  readonly name: string;
  readonly position: string;
  readonly impact: 'none' | 'low' | 'high';
}

export const MOVE_NAMES: readonly NamedMove[] = NAMES.flatMap(([position, impact, names]) =>
  names.split(';').map((name) => ({ name: name.replace(/\s+/g, ' ').trim(), position, impact })),
);
/** Every third name, in the order in which they were gathered. */
export const KEPT_ASIDE_NAMES = MOVE_NAMES.filter((_, i) => i % 3 === 2);
export const DEVELOPED_ON_NAMES = MOVE_NAMES.filter((_, i) => i % 3 !== 2);
