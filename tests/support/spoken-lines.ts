import { LIBRARY } from '../../src/core/exercise/library.ts';

/** Talk as instructors speak it: greetings, explanations, form, options, jokes, goodbyes. Written for this test. */
const TALK = `Welcome back to the studio, it is lovely to see you.
Today we have a short class with a broomstick and a crate.
Please find a space where you can stretch your arms out to both sides.
If you have a folded towel, put it where you can reach it.
We will warm up for five minutes, then there are three rounds of six moves.
Each move lasts forty seconds and then you get twenty seconds to rest.
You do not have to keep my pace, take your own.
Bend your knees as if you were going to sit down on a chair.
Keep your chest open and look straight ahead of you.
The weight stays in your heels, so you could lift your toes at any time.
Do not let your knees fall in, press them out over your little toes.
If your wrists complain, make fists or come down onto your forearms.
That was the first round, well done, take a sip of water.
Shake out your arms and your legs before we go on.
Now we go down to the floor, so take your time with that.
Put one knee down on the towel and set the other foot in front of you.
Squeeze the back of the leg that is on the floor.
Breathe out when you press the stick up and breathe in when it comes down.
You should feel this between your shoulder blades and not in your neck.
Imagine that you are closing a very heavy drawer with your hip.
This is the one that everybody forgets, and it is my favourite.
Slowly down, count to three, wait a moment, and up again.
We only have two moves left in this round and then a longer break.
I know that it burns a little, that is fine, but it must never hurt.
Stay with me, you are doing really well.
Come on, give me everything you have got for the last ten seconds.
Lovely, and let it go.
Turn around so that I can see your other side.
My left is your right, so just do it like a mirror.
Let your breath become quiet again while I show you the next one.
Here is the easier version, both knees stay down on the floor.
And here is the harder one, you lift the back foot as well.
Choose one of the two and stay with it for the whole interval.
Hold on to the back of a chair if you feel wobbly.
Keep your hips level, as if a glass of water stood on your back.
Long neck, soft shoulders, strong middle.
Up, and down, and up, and down.
Take it wide, sit back, stand tall.
Ready? Here we go.
Okay, so, what comes next is a plank.
Some of you will want to put your knees down, and that is absolutely fine.
Everything that we do today can be done without jumping.
Lift your heels, roll through the whole foot and set them down without a sound.
Your hands are under your shoulders and your fingers are spread wide.
Push the floor away from you and pull your navel in.
If your back starts to sag, you are done, so rest and come back in.
I would rather see eight good ones than twenty bad ones.
Bees do not hurry either, and look at how much they carry.
When you lift a full super, do it exactly like this, close to the body.
Hinge from the hips, keep the stick on your head, your back and your tailbone.
Do not bounce in the stretch, just breathe and let it get longer.
You may feel tension, but you must not feel any pain.
If you are pregnant or injured, ask your doctor before you begin.
Stop at once if you feel dizzy or faint or if your chest hurts.
That was everything for today, thank you so much for training with me.
See you next week, and until then look after your back and your bees.
Let us do that again, but a little deeper this time.
The same on the right, and then we are finished with the legs.
Halfway through already, can you believe it?
Fifteen more seconds, do not let go now.
Take the crate in both hands and bring it close to your belt.
Step up with the whole foot, straighten the knee and come down with control.
Swap the leg that starts with each one.
Big circles, backwards, as if you wanted to draw on the walls.
Now we make it a little smaller and a lot faster.
Imagine that somebody pulls you up by a thread on the top of your head.
The stick stays horizontal, do not let it tip.
Roll your shoulders up, back and down, and leave them there.
Your elbows point straight behind you and brush along your ribs.
Sit up tall and cross one ankle over the other knee.
Lean forwards with a straight back until you feel the side of your hip.
Let your head hang, shake it gently, say yes, say no.
And roll up slowly, one bone after the other, the head comes last.
How are you doing?
Very nice.
Beautiful.
One more.
Stay low.
Change.
And rest.
Shoulders down.
Breathe.
Last one, best one.
Almost there, do not give up now.
Good, now the other side.
Take a big step back and bend both knees.
Keep the front knee over the ankle.
Stand up, walk around a bit and drink something.
Grab your broomstick, we start in five.
Ten seconds.
Three, two, one, and stop.
This next move looks easy, but it is not.
If you only have time for one exercise a day, then let it be this one.
Please do not hold your breath while you hold the position.
We begin very gently, with marching on the spot and rolling the shoulders.
The mat is not needed until the last part of the class.
Thank you, that is all from me.
Nod if you can hear me, no, I am only joking.
It is warm in here, so open a window if you can.
Put the timer out of your mind, I will count for you.`.split('\n');

const FIGURES = [
  '0:40 work, 0:20 rest.',
  '3x12 each side.',
  '40/20, three rounds.',
  '1:30 to go.',
  '30 seconds left.',
  '12 reps, then swap.',
  '5 minutes of warm-up.',
  '8 more, then 4, then 2.',
  '20/10 × 8 makes 4 minutes.',
  'Round 2 of 3.',
  '45 s on, 15 s off.',
  '100 percent effort.',
  '2:00 of plank.',
  '16 counts left, 16 counts right.',
  '126 beats a minute.',
  'L/R, 10 each.',
  '10-15 reps are fine.',
  '2.5 kg is enough.',
  '60 seconds, go!',
  '15 minutes 30 in all.',
];

/**
 * 250 lines of all kinds and lengths, shuffled the same way each time: the first 50 to learn from, 200 to be tested on.
 */
export function spokenLines(): { readonly learn: readonly string[]; readonly test: readonly string[] } {
  const library = LIBRARY.flatMap((e, i) => {
    switch (i % 5) {
      case 0:
        return [`${e.form}.`];
      case 1:
        return [`Next up, ${e.name.toLowerCase()}. ${e.setUp}.`];
      case 2:
        return [`${e.caution}. Easier: ${e.easier.toLowerCase()}.`];
      case 3:
        return [`${e.name}. ${e.form}. ${e.breath}.`];
      default:
        return [`${e.setUp}, then ${e.form.toLowerCase()}, and if you want more: ${e.harder.toLowerCase()}.`];
    }
  });
  const all = [...TALK, ...FIGURES, ...library.slice(0, 250 - TALK.length - FIGURES.length)];
  let seed = 20_261_125;
  const random = () => (seed = (seed * 1_103_515_245 + 12_345) & 0x7fffffff) / 0x7fffffff;
  for (let i = all.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [all[i], all[j]] = [all[j] as string, all[i] as string];
  }
  return { learn: all.slice(0, 50), test: all.slice(50, 250) };
}
