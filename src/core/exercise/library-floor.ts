/**
 * Floor exercises and stretches, two lines each, the second indented: name | start | equipment | pattern | muscles |
 * sides | impact | effort | s a rep | set-up | form | caution | easier | harder.
 */
export const FLOOR = `
Half-kneeling press|half-kneeling|broomstick,folded towel|push|shoulders,core|1|none|resistance|3|
  Towel under one knee|Press up, ribs down|Both knees down if the knee complains|Both knees down|One arm
Half-kneeling chop|half-kneeling|broomstick|rotate|obliques,core|1|none|moderate|3|
  One knee down|Across the front knee, trunk tall|Pad the knee|Both knees down|Go slower
Half-kneeling row|half-kneeling|band|pull|back,arms|1|none|resistance|3|
  One knee down|Elbow back, trunk tall|Pad the knee|Both knees down|Hold at the back
Kneel to stand|half-kneeling||lunge|quads,glutes|1|none|moderate|5|
  One knee down|Drive through the front heel|Hold on to something|Hand on the crate|Hold a weight
Tall kneeling press|kneeling|weight|push|shoulders,core|2|none|resistance|3|
  Both knees down|Squeeze the seat, press|Pad the knees|Go lighter|Go slower
Tall kneeling hinge|kneeling||hinge|glutes,hamstrings|2|none|moderate|4|
  Both knees down|Sit back to the heels, rise|Pad the knees|Go half the way|Arms overhead
Kneeling push-up|kneeling||push|chest,arms|2|none|moderate|3|
  Hands wide, knees down|Body in one line to the knees|Come off the hands if the wrists hurt|Wall push-up|Full push-up
Camel lean|kneeling||brace|quads,core|2|none|moderate|5|
  Both knees down|Lean back in one line|Small with sore knees|Less far|Hold it
Cat and cow|all fours||mobility|back|2|none|stretch|5|
  Hands under shoulders|Round, then lengthen|Move only as far as is easy|Make it smaller|Go slower
Bird dog|all fours||brace|core,glutes,back|1|none|light|4|
  Hands under shoulders|Long arm, long leg, hips level|Do not let the back sag|Leg only|Draw the elbow to the knee
Donkey kick|all fours||hinge|glutes|1|none|light|2|
  Knees under hips|Heel to the ceiling, back still|Do not arch the back|Keep it lower|Pulse at the top
Fire hydrant|all fours||balance|hips,glutes|1|none|light|2|
  Knees under hips|Knee out, hips level|Hands flat, shoulders down|Keep it lower|Straighten the leg
Thread the needle|all fours||mobility|back,shoulders|1|none|stretch|6|
  Hands under shoulders|Slide one arm through|Rest on the shoulder, not the neck|Less far|Hold a breath
Bear hold|all fours||brace|core,quads|2|none|moderate|10|
  Knees under hips|Knees a hand above the floor|Breathe on|Knees down|Lift one foot
Bear crawl|all fours||brace|core,shoulders,heart|2|none|circuit|2|
  Knees just off the floor|Small steps, hips low|Come off the hands if the wrists hurt|On the knees|Longer way
Quadruped rock back|all fours||mobility|hips|2|none|stretch|4|
  Knees wide|Sit back, long back|Only as far as is easy|Make it smaller|Go slower
Downward dog|all fours||stretch|hamstrings,shoulders,calves|2|none|flow|10|
  Hands under shoulders|Hips high, long back|Bend the knees|Knees down|Lift one leg
Plank|plank||brace|core,shoulders|2|none|moderate|10|
  Hands under shoulders|One line from head to heels|Knees down when the back sags|Knees down|Lift one foot
Forearm plank|plank||brace|core|2|none|moderate|10|
  Elbows under shoulders|One line from head to heels|Knees down when the back sags|Knees down|Rock forward and back
Plank shoulder tap|plank||brace|core,shoulders|2|none|moderate|2|
  Feet wide|Hips still, tap slowly|Knees down when the hips swing|Knees down|Feet together
Plank jack|plank||jump|core,heart|2|low|vigorous|1|
  Hands under shoulders|Feet out and in, hips level|Step it if you do not jump|Step side by side|Go faster
Mountain climber|plank||brace|core,heart|2|low|vigorous|1|
  Hands under shoulders|Knee in, hips low|Slowly if the wrists hurt|Hands on the crate|Go faster
Slow mountain climber|plank||brace|core|2|none|moderate|3|
  Hands under shoulders|Knee to the chest, hold a moment|Hips level|Hands on the crate|Knee to the other elbow
Push-up|plank||push|chest,arms,core|2|none|vigorous|3|
  Hands wide|One line, elbows back|Knees down when the back sags|Knees down|Feet on the crate
Crate push-up|plank|crate|push|chest,arms,core|2|none|moderate|3|
  Hands on the crate|One line, elbows back|See that the crate stands firm|Hands on the wall|Hands on the floor
Plank to forearm|plank||brace|core,arms|1|none|vigorous|4|
  Hands under shoulders|Down, down, up, up, hips still|Knees down when the hips swing|Knees down|Go faster
Plank row|plank|weight|pull|back,core|1|none|vigorous|3|
  Feet wide, weights on the floor|Elbow to the hip, hips level|Knees down when the hips turn|Knees down|Feet closer
Side plank|side-lying|folded towel|brace|obliques,core|1|none|moderate|10|
  Elbow under the shoulder|Hips high, long line|Shoulder away from the ear|Knees down|Lift the top leg
Side plank dip|side-lying||brace|obliques|1|none|moderate|2|
  Elbow under the shoulder|Dip and lift|Stop when the shoulder hurts|Knees down|Go slower
Clam|side-lying|folded towel|balance|hips,glutes|1|none|light|2|
  Knees bent, feet together|Open the knee, hips still|Do not roll back|Make it smaller|Band round the knees
Side-lying leg lift|side-lying||balance|hips,glutes|1|none|light|2|
  Long line on one side|Lift, toes forward|Hand on the floor in front|Bend the lower knee|Pulse at the top
Inner thigh lift|side-lying||balance|inner thigh|1|none|light|2|
  Top foot in front|Lift the lower leg|Head supported|Make it smaller|Hold at the top
Open-book turn|side-lying|folded towel|mobility|back,chest|1|none|stretch|6|
  Knees together|Open the top arm, follow with the eyes|Knees stay together|Less far|Hold a breath
Glute bridge|supine||hinge|glutes,hamstrings|2|none|light|3|
  Feet under the knees|Hips up, ribs down|Do not arch the back|Make it smaller|Hold at the top
Single-leg bridge|supine||hinge|glutes,hamstrings|1|none|moderate|3|
  One foot down, one leg long|Hips level|Both feet when the hips turn|Both feet|Hold at the top
Bridge march|supine||hinge|glutes,core|2|none|moderate|2|
  Hips up|Lift one foot, hips still|Lower when the hips drop|Both feet|Go slower
Crate bridge|supine|crate|hinge|glutes,hamstrings|2|none|moderate|3|
  Heels on the crate|Hips up, ribs down|See that the crate stands firm|Feet on the floor|One leg
Dead bug|supine||brace|core|2|none|light|4|
  Arms up, knees over hips|Opposite arm and leg away|Lower back stays on the floor|Legs only|Go slower
Crunch|supine||brace|core|2|none|light|2|
  Feet down, hands behind the head|Ribs to hips, chin free|Do not pull the neck|Make it smaller|Go slower
Reverse crunch|supine||brace|core|2|none|moderate|3|
  Knees over hips|Tail off the floor|Do not swing|Make it smaller|Legs longer
Bicycle|supine||rotate|obliques,core|2|none|moderate|2|
  Hands behind the head|Shoulder to knee, slowly|Do not pull the neck|Feet down|Go slower
Heel taps|supine||rotate|obliques|2|none|light|1|
  Knees bent|Reach from heel to heel|Neck long|Head down|Go faster
Leg lower|supine||brace|core|2|none|moderate|4|
  Legs up|Lower as far as the back stays flat|Bend the knees when the back lifts|One leg|Go slower
Toe taps supine|supine||brace|core|2|none|light|2|
  Knees over hips|Tap one toe, change|Lower back stays on the floor|Make it smaller|Both feet
Hollow hold|supine||brace|core|2|none|vigorous|10|
  Arms and knees up|Lower back flat, breathe|Bend the knees when the back lifts|Knees bent|Legs long
Floor press|supine|weight|push|chest,arms|2|none|resistance|3|
  Elbows on the floor|Press straight up|Do not drop the elbows|One arm|Go slower
Pullover|supine|weight|pull|lats,chest|2|none|resistance|4|
  Weight over the chest|Back as far as the ribs stay down|Stop below pain in the shoulder|Go lighter|Go slower
Superman|prone||brace|back,glutes|2|none|light|3|
  Arms long|Lift a little, look down|Low, without pain in the back|Arms by the sides|Hold at the top
Swimmer|prone||brace|back,glutes|2|none|moderate|1|
  Arms long|Opposite arm and leg, quick|Look down|Go slower|Go faster
Prone Y raise|prone||pull|back,shoulders|2|none|light|3|
  Arms in a Y|Thumbs up, blades down|Forehead on the towel|Make it smaller|Hold at the top
Prone snow angel|prone||pull|back,shoulders|2|none|light|4|
  Arms by the sides|Sweep wide, hands off the floor|Forehead on the towel|Rest between|Go slower
Cobra|prone||stretch|back,chest|2|none|flow|8|
  Hands under shoulders|Long neck, low lift|No pain in the lower back|On the forearms|Hold longer
Seated twist|seated||rotate|obliques,back|1|none|stretch|8|
  Legs crossed or on a chair|Grow tall, then turn|Do not pull|Make it smaller|Hold longer
Russian twist|seated||rotate|obliques,core|2|none|moderate|2|
  Lean back, heels down|Turn from the ribs|Long back|Arms crossed|Feet up
Seated knee tuck|seated||brace|core,hips|2|none|moderate|3|
  Hands behind you|Knees in, trunk tall|Long back|One leg|Hands free
Boat hold|seated||brace|core,hips|2|none|moderate|10|
  Lean back, feet up|Long back, breathe|Feet down when the back rounds|Feet down|Legs long
Seated leg lift|seated||brace|hips,quads|1|none|light|2|
  One leg long|Lift with a tall trunk|Small is enough|Lean back|Hold at the top
Triceps dip|seated|crate|push|arms|2|none|moderate|3|
  Hands on the crate edge|Elbows back, hips close|Shallow with sore shoulders|Feet close|Legs long
Side reach|seated||stretch|obliques,lats|1|none|stretch|15|
  Legs crossed|Both sit bones heavy|No pain in the back|Hand on the floor|Look up
Forward fold|seated||stretch|hamstrings,back|2|none|stretch|20|
  Legs long|Fold from the hips|Tension, never pain|Bend the knees|Hold longer
Butterfly stretch|seated||stretch|inner thigh,hips|2|none|stretch|20|
  Soles together|Grow tall, knees heavy|Do not press the knees|Feet further away|Fold forward
Figure-four stretch|supine||stretch|glutes,hips|1|none|stretch|20|
  Ankle over the other knee|Draw the leg in|No pain in the knee|Foot on the floor|Hold longer
Knees to chest|supine||stretch|back|2|none|stretch|15|
  Both knees in|Breathe into the back|Hold behind the knees|One knee|Rock gently
Supine twist|supine||stretch|back,chest|1|none|stretch|20|
  Knees to one side|Both shoulders heavy|Knees higher when it pulls|Towel under the knees|Hold longer
Hamstring stretch with a strap|supine|strap|stretch|hamstrings|1|none|stretch|20|
  Strap round one foot|Long leg, heavy hips|Tension, never pain|Bend the knee|Closer
Child’s pose|kneeling||stretch|back,shoulders|2|none|stretch|20|
  Knees wide|Sit back, long arms|Towel under the knees|Fists under the forehead|Walk to one side
Kneeling hip stretch|half-kneeling|folded towel|stretch|hips,quads|1|none|stretch|20|
  One knee on the towel|Tuck the tail, lean a little|No pain in the knee|Hands on the crate|Arm overhead
Lizard stretch|half-kneeling||stretch|hips,inner thigh|1|none|stretch|20|
  Both hands inside the foot|Long back leg|Back knee down|Hands on the crate|Forearms down
Calf stretch|standing||stretch|calves|1|none|stretch|20|
  Hands on the wall|Back heel heavy|Tension, never pain|Closer to the wall|Bend the back knee
Crate calf stretch|standing|crate|stretch|calves|1|none|stretch|20|
  Toes on the crate|Heel heavy on the floor|Tension, never pain|Lower edge|Lean forward
Standing quad stretch|standing||stretch|quads|1|none|stretch|20|
  Hold on to something|Knees together, tall|No pain in the knee|Towel round the foot|Let go
Chest stretch at the wall|standing||stretch|chest|1|none|stretch|20|
  Forearm on the wall|Turn away slowly|Stop below a pinch|Lower arm|Hold longer
Overhead reach|standing||stretch|lats,shoulders|2|none|stretch|15|
  Feet under the hips|Reach tall, breathe|Ribs down|One arm|Lean to the side
Triceps stretch|standing||stretch|arms|1|none|stretch|15|
  Elbow by the ear|Hand down the back|No pulling|Across the chest|Lean to the side
Shoulder stretch across|standing||stretch|shoulders|1|none|stretch|15|
  Arm across|Shoulder down|Below a pinch|Keep it lower|Hold longer
Neck stretch|standing||stretch|neck|1|none|stretch|15|
  Ear to shoulder|Other shoulder heavy|No pulling, stop if you feel dizzy|Make it smaller|Hold longer
Hip flexor stretch|half-kneeling||stretch|hips|1|none|stretch|20|
  One knee down|Tuck the tail, stay tall|Pad the knee|Standing|Arm overhead
Wide-leg fold|standing||stretch|hamstrings,inner thigh|2|none|stretch|20|
  Feet wide|Fold from the hips|Bend the knees, rise slowly|Hands on the crate|Walk to one side
`;
