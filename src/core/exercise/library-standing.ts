/**
 * Standing exercises, two lines each, the second indented: name | equipment | pattern | muscles | sides 1 or 2 | impact
 * | effort | s a rep | set-up | form | caution | easier | harder. Written for this program.
 */
export const STANDING = `
March on the spot||march|heart,hips|2|low|light|1|Stand tall, arms free|
  Lift the knees, land softly|Hold on to a wall if balance is poor|Take smaller steps|Knees to hip height
Shoulder rolls||mobility|shoulders,neck|2|none|stretch|3|Arms by your sides|
  Big slow circles, up, back and down|Stay where it does not pinch|Draw smaller circles|Add the arms
Arm circles||mobility|shoulders|2|none|light|2|Arms out to the sides|
  Circle from the shoulder, ribs down|Stop below a pinch|Bend the elbows|Draw bigger circles
Hip circles||mobility|hips|2|none|light|3|Hands on hips, feet wide|
  Draw a slow circle with the hips|Keep it small with a sore back|Draw a smaller circle|Feet closer together
Neck turns||mobility|neck|2|none|stretch|4|Stand or sit tall|
  Look over one shoulder, then the other|Slowly, and stop if you feel dizzy|Go half the way|Hold each side a breath
Ankle rocks||mobility|calves|2|none|light|2|Feet hip-width|
  Rock from heels to toes|Hold on to something|Hold a chair|On one leg
Side bend reach||mobility|obliques,lats|2|none|stretch|4|Feet under the hips|
  Reach up and over, both feet heavy|Do not twist forward|Hand on hip|Both arms up
Cross-body arm swing||mobility|chest,shoulders|2|none|light|1|Arms wide|
  Swing in and open, let it be loose|Keep below shoulder height if sore|Go slower|Add a half squat
Standing cat stretch||mobility|back|2|none|stretch|4|Hands on thighs|
  Round the back, then lengthen it|Move only as far as is easy|Make it smaller|Go slower
World reach||mobility|back,hips|2|none|light|4|Wide stance|
  Reach down to one foot, then up to the sky|Bend the knees|Reach to the knee|Follow the hand with the eyes
Toe taps to the front||march|heart,hips|2|low|light|1|Stand tall|
  Tap the heel in front, change|Keep the standing knee soft|Go slower|Add the arms
Step touch||step|heart,inner thigh|2|low|low-impact|1|Feet together|
  Step wide, touch, come back|Lift the foot, do not drag it|Smaller step|Add a squat
Grapevine||step|heart,hips|2|low|low-impact|4|Space to both sides|
  Step, behind, step, touch|Look where you go|Two steps are enough|Add a hop
Heel digs||march|heart,hamstrings|2|low|light|1|Stand tall|
  Dig the heel, curl the arms|Soft knees|Go slower|Bend the knee more
Hamstring curl step||march|hamstrings,heart|2|low|low-impact|1|Wide stance|
  Heel to seat, change sides|Keep the knees under you|Keep the heel lower|Add a row with the arms
Knee lift||march|core,hips,heart|2|low|low-impact|1|Arms up|
  Pull the elbows down to the knee|Stay tall|Keep the knee lower|Go faster
Squat||squat|quads,glutes|2|none|moderate|3|Feet shoulder-width|
  Sit back and down, chest proud|Knees follow the toes, never falling in|Sit to a chair|Slow on the way down
Easy squat||squat|quads,glutes|2|none|light|3|Feet shoulder-width|
  Sit back a little, stand tall|Only as deep as the knees are happy|Hold a chair|A pause below
Sumo squat||squat|glutes,inner thigh|2|none|moderate|3|Feet wide, toes out|
  Knees open over the toes|Do not tuck the tail|Sink less|Heels up
Squat pulse||squat|quads,glutes|2|none|circuit|1|Half-way down in a squat|
  Small and low, chest up|Come up when the back rounds|Stay higher|Sink deeper
Squat to reach||squat|quads,shoulders|2|none|moderate|3|Feet shoulder-width|
  Squat, then reach to the sky|Ribs stay down at the top|Go half as deep|On to the toes
Wall sit||squat|quads|2|none|moderate|10|Back to the wall|
  Thighs level, breathe on|Come up if the knees hurt|Higher on the wall|One foot light
Squat jump||jump|quads,glutes,heart|2|high|vigorous|2|Feet shoulder-width|
  Land softly through the feet|Land with bent knees, never straight|Rise to the toes|Land and hold
Broomstick squat|broomstick|squat|quads,glutes,back|2|none|moderate|3|Stick across the shoulders|
  Elbows under, chest proud|The stick lies on muscle, not on the neck|Stick held in front|Pause below
Crate squat|crate|squat|quads,glutes|2|none|moderate|3|Crate behind you|
  Touch the crate, stand tall|See that the crate stands firm|Sit down fully|Hover above it
Goblet squat|weight|squat|quads,glutes,core|2|none|resistance|3|Weight at the chest|
  Elbows inside the knees|Stop when the back rounds|Leave the weight|Slow on the way down
Good morning||hinge|hamstrings,back|2|none|light|4|Hands behind the head|
  Push the hips back, long back|Soft knees, stop before the back rounds|Hands on hips|Slow on the way down
Broomstick good morning|broomstick|hinge|hamstrings,glutes,back|2|none|resistance|4|Stick across the shoulders|
  Hinge from the hips, long back|Stop before the back rounds|Hands on hips|Heels raised on the towel
Crate deadlift|crate|hinge|hamstrings,glutes,back|2|none|resistance|4|Feet either side of the crate|
  Hips back, crate close, stand tall|Never lift with a round back|Lift the empty crate|Slow on the way down
Deadlift|weight|hinge|hamstrings,glutes,back|2|none|resistance|4|Weight in front of the thighs|
  Weight slides along the legs|Never lift with a round back|Go half the way|Slow on the way down
Single-leg deadlift||hinge|hamstrings,glutes|1|none|moderate|4|Weight on one leg|
  Hips level, back leg long|Hold on to a wall if you sway|Back toe on the floor|Hold a weight
Kettle swing|weight|hinge|glutes,hamstrings,heart|2|low|heavy-resistance|2|Weight an arm in front|
  Snap the hips, arms only guide|Learn it slowly first|Deadlift instead|Take more weight
Hip hinge drill|broomstick|hinge|hamstrings|2|none|light|4|Stick along the spine|
  Head, back and tail touch the stick|Small at first|Hands on the wall|One leg
Reverse lunge||lunge|quads,glutes|1|none|moderate|3|Feet hip-width|
  Step back, both knees bend|Front knee over the foot|A shorter step|Knee lift at the top
Forward lunge||lunge|quads,glutes|1|low|moderate|3|Feet hip-width|
  Step, sink, push back|Land softly through the heel|A shorter step|Hold a weight
Split squat||lunge|quads,glutes|1|none|moderate|3|One foot well in front|
  Straight down, straight up|Front heel heavy|Hold the stick as a post|Back foot on the crate
Side lunge||lunge|inner thigh,glutes|1|none|moderate|3|Feet together|
  Step wide, sit into one hip|Knee follows the toes|A shorter step|Touch the floor
Curtsey lunge||lunge|glutes,hips|1|none|moderate|3|Feet hip-width|
  Step behind and across|Hips face the front|A smaller step|Knee lift at the top
Walking lunge||lunge|quads,glutes,heart|1|low|circuit|2|Space in front|
  Long steps, tall trunk|Shorter with sore knees|On the spot|Hold weights
Lunge pulse||lunge|quads,glutes|1|none|circuit|1|Low in a split stance|
  Small and low|Come up when the front knee hurts|Stay higher|Sink deeper
Lunge jump||jump|quads,glutes,heart|1|high|vigorous|2|Split stance|
  Change legs in the air|Land softly, or step instead|Step back instead|Stay higher
Crate step-up|crate|step|quads,glutes|1|low|circuit|3|Whole foot on the crate|
  Push through the top foot|See that the crate stands firm|A lower step|Hold the stick
Step tap|crate|step|heart,quads|2|low|low-impact|1|Crate in front|
  Tap the edge, change|Light feet|Go slower|Go faster
Step knee lift|crate|step|heart,quads,core|1|low|step|2|Whole foot on the crate|
  Up, knee high, down|Step down close|No knee lift|Add a hop
Calf raise||balance|calves|2|none|light|2|Feet hip-width|
  Rise tall, lower slowly|Hold on to something|Hold a chair|On one leg
Single-leg stand||balance|hips,calves|1|none|light|10|Near a wall|
  Stand tall on one foot|Wall within reach|Toe on the floor|Close the eyes
Leg swing||mobility|hips|1|none|light|2|Hold on to something|
  Swing from the hip, trunk still|Do not force the height|Make it smaller|Stay higher
Side leg raise||balance|hips,glutes|1|none|light|3|Hold on to something|
  Leg out, toes forward|Trunk stays upright|Keep it lower|Do not hold on
Standing row|band|pull|back,arms|2|none|resistance|3|Band at chest height|
  Elbows back, shoulders down|Check the band for cracks|Stand closer|Hold at the back
Broomstick row|broomstick|pull|back,lats|2|none|light|3|Hinged, stick hanging|
  Stick to the belly, blades together|Keep the back long|Stand taller|Hold at the top
Bent-over row|weight|pull|back,lats,arms|2|none|resistance|3|Hinged, weights hanging|
  Elbows along the ribs|Keep the back long|One arm, hand on a chair|Hold at the top
One-arm row|weight,crate|pull|back,lats,arms|1|none|resistance|3|Hand on the crate|
  Elbow to the hip|Shoulders level|Go lighter|Slow on the way down
Band pull-apart|band|pull|back,shoulders|2|none|light|3|Band at chest height|
  Arms long, blades together|Ribs down|Wider grip|Hold it open
Overhead press|weight|push|shoulders,arms|2|none|resistance|3|Weights at the shoulders|
  Press straight up, ribs down|Stop below pain in the shoulder|One arm at a time|Slow on the way down
Broomstick press|broomstick|push|shoulders|2|none|light|3|Stick at the collarbones|
  Press straight up, ribs down|Stop below pain in the shoulder|To eye height|Hold it overhead
Broomstick pass-through|broomstick|mobility|shoulders,chest|2|none|light|4|Wide grip in front|
  Up and back with long arms|Wider when it pinches|Go half the way|Narrower
Broomstick twists|broomstick|rotate|obliques,back|2|none|light|3|Stick across the shoulders|
  Turn from the ribs, hips still|Slowly with a sore back|Arms crossed|Hinged forward
Wall push-up||push|chest,arms|2|none|light|3|Hands on the wall|
  Body in one line|Come off the hands if the wrists hurt|Closer to the wall|Hands lower
Crate push-up standing|crate|push|chest,arms|2|none|moderate|3|Hands on a high edge|
  Body in one line|See that it stands firm|A wall|Lower edge
Biceps curl|weight|pull|arms|2|none|resistance|3|Weights by the sides|
  Elbows still, lift, lower slowly|Do not swing|One arm|Slow on the way down
Triceps press overhead|weight|push|arms|2|none|resistance|3|Weight overhead|
  Elbows by the ears|Ribs down|Both hands, lighter|One arm
Lateral raise|weight|push|shoulders|2|none|resistance|3|Weights by the sides|
  Lift to shoulder height|No higher if it pinches|Bend the elbows|Hold at the top
Upright row|weight|pull|shoulders,back|2|none|resistance|3|Weights at the thighs|
  Elbows lead, to the ribs|Not above the shoulders|Keep it lower|Go slower
Thruster|weight|squat|quads,shoulders,heart|2|none|heavy-resistance|3|Weights at the shoulders|
  Squat, then press as you stand|Press only with ribs down|Without the press|Take more weight
Wood chop|weight|rotate|obliques,shoulders|1|none|moderate|2|Weight at one hip|
  Up and across, hips follow|Pivot the back foot|Without weight|Go faster
Standing oblique crunch||rotate|obliques,hips|1|none|light|2|Hand behind the head|
  Elbow to the knee at the side|Stand tall between|Keep the knee lower|Hold a weight
Standing twist||rotate|obliques|2|none|light|2|Arms folded in front|
  Turn from the ribs|Slowly with a sore back|Make it smaller|Arms wide
Farmer carry|weight|carry|core,arms|2|none|moderate|2|A weight in each hand|
  Walk tall, shoulders down|Clear the floor first|Go lighter|One side only
Suitcase hold|weight|carry|obliques,core|1|none|moderate|10|Weight in one hand|
  Do not lean|Put it down with a long back|Go lighter|March
Jumping jack||jump|heart,shoulders|2|high|vigorous|1|Feet together|
  Land softly, arms long|Step it if you do not jump|Step out side by side|Go faster
Step jack||step|heart,shoulders|2|low|low-impact|1|Feet together|
  Step out, arms up, change|Soft knees|Arms lower|Add a squat
High knees||jump|heart,hips|2|high|vigorous|1|Stand tall|
  Quick feet, tall trunk|March if you do not jump|March|Go faster
Skater step||step|glutes,heart|2|low|low-impact|2|Wide space|
  Step wide, other leg behind|Knee over the foot|Make it smaller|Add a jump
Skater jump||jump|glutes,heart|2|high|vigorous|2|Wide space|
  Jump wide, land softly|Step it if you do not jump|Step instead|Touch the floor
Fast feet||jump|heart,calves|2|high|high-impact|1|Low stance|
  Light quick steps|March if you do not run|Go slower|Keep it lower
Boxer step||march|heart,shoulders|2|low|high-impact|1|Guard up|
  Light on the feet|Soft knees|Go slower|Go faster
Straight punches||push|shoulders,heart|2|none|low-impact|1|Guard up|
  Turn the hip, no locked elbow|Do not snap the elbow|Go slower|Go faster
Uppercuts||pull|arms,heart|2|none|low-impact|1|Guard up|
  From the legs, through the hip|Do not snap the elbow|Go slower|Go faster
Front kick||balance|quads,heart|1|low|high-impact|2|Guard up|
  Knee first, then the foot|Only as high as you can hold|Knee lift|Stay higher
Pendulum step||step|heart,hips|2|low|low-impact|1|Stand tall|
  Swing side to side|Soft landing|Step it|Add a hop
Half jack||step|heart|2|low|low-impact|1|Feet together|
  Tap out, one arm up|Soft knees|Go slower|Go faster
Burpee step-back||brace|heart,core,quads|2|low|circuit|5|Space in front|
  Hands down, step back, step in, stand|Long back, bend the knees|Hands on the crate|Add a jump
Burpee||jump|heart,core,chest|2|high|vigorous|4|Space in front|
  Down, back, in and up|Step it if you do not jump|Step back instead|Add a push-up
Inchworm||brace|core,hamstrings|2|none|moderate|6|Stand tall|
  Walk the hands out and back|Bend the knees|Go half the way|Add a push-up
`;
