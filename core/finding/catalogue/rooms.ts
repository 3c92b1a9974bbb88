import { HERE, kind, SUM } from './entry.ts';

/** Rooms, loads, and what was typed. */
export const ROOM_FINDINGS = {
  unread: kind('A number that could not be read', 'The design goes on with the value before it; what was typed is kept.', HERE),
  'load-missing': kind('A room without a heat load', 'It counts as nothing, so flow, pipe and pump come out too small.', HERE),
  'loads-rough': kind(
    'Loads guessed by area',
    'Everything sized from them is provisional until a heat-loss calculation takes their place.',
  ),
  'load-gap': kind('Rooms and whole house disagree', 'One of the two figures is wrong, and the source is bought by one of them.'),
  'no-circuits': kind('Rooms and not one circuit', 'Their heat reaches no pump and no pipe.', HERE),
  'no-circuit': kind('A room on no circuit', 'Its heat reaches no pump and no pipe.', HERE),
  'same-name': kind('Two rooms of one name', 'Labels, lists and readings go by the name.', HERE),
  'circuit-empty': kind(
    'A circuit with nothing to heat',
    'It is drawn and bought for nobody, or its rooms lack their loads.',
    HERE,
  ),
  'emitters-missing': kind('Rooms whose emitters are not entered', 'The flow temperature is then only a wish.', HERE),
  'not-behind': kind(
    'An emitter that cannot follow another',
    'The two share no stream of water, or no one could say what is left of it.',
    HERE,
  ),
  'emitter-unfed': kind('An emitter on no circuit', 'It gets no water and its load is laid on the others.', HERE),
  'emitter-short': kind(
    'Emitters too small for their water',
    'The room stays cold on the coldest days, or all water has to be hotter.',
    'EN 442 and EN 1264-2',
  ),
  'room-over-warm': kind(
    'A room that nothing holds back',
    'Where nothing shuts, a loop can only be closed as far as its meter reads and its floor stays even.',
    SUM,
  ),
  'loop-long': kind(
    'A loop too long',
    'Long loops cool far down and take much pressure.',
    'common practice: 100 m of 16 x 2 mm pipe',
  ),
  'loops-unlike': kind('Unlike loops and nothing to set them by', 'The short ones take the water of the long ones.'),
} as const;

/** Floors. */
export const FLOOR_FINDINGS = {
  'floor-too-hot': kind(
    'A floor that would get too hot',
    'Above its limit of the surface a floor is unpleasant and harms feet and boards.',
    'EN 1264-2',
  ),
  'floor-over-warm': kind(
    'A floor too warm by the water it gets',
    'With that water the surface passes its limit whenever the thermostat calls for long.',
    'EN 1264-2',
  ),
  'floor-uninsulated': kind(
    'A floor that sends its heat down',
    'What goes to the ground or the cellar is bought and heats no room.',
    'EN 1264-4, from memory; local codes ask for more',
  ),
  'floor-unlimited': kind(
    'Nothing stops water too hot for a floor',
    'A control that fails sends all the source has into screed and boards.',
  ),
  'floor-spacing': kind('Spacing beyond the method', 'The output is no longer known, and stripes are felt.', 'EN 1264-2'),
  'floor-covering': kind('A covering too thick', 'It insulates the floor from the room it heats.', 'EN 1264-2'),
  'floor-data': kind('A floor outside its figures', 'Its output is not known at that spacing.', 'typical figures, from memory'),
  'slab-edge-bare': kind(
    'A heated slab with an open edge',
    'Its warmth goes into ground and air, and nobody reaches the edge again.',
    HERE,
  ),
  'floor-edge': kind('An edge band larger than its floor', 'One of the two areas is wrong.', HERE),
  'floor-pipe': kind(
    'A pipe size the floor’s pipe does not have',
    'The bore decides length, loss and water; another was taken.',
    HERE,
  ),
  'floor-cold': kind('A floor too cold to stand on', 'Cooled too far it is felt through shoes.', 'EN ISO 7730, as remembered'),
} as const;
