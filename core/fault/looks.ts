/** Something that is looked at or tried, with no gauge: what it takes, and what is seen where it is the cause. */
export interface Look {
  id: string;
  /** As an order: "Look at the meter: is its cap turned down?" */
  ask: string;
  /** What is seen where it is so. */
  seen: string;
  /** Minutes it usually takes: judgement of practice, the user's to change. */
  minutes: number;
}

const look = (id: string, ask: string, seen: string, minutes: number): Look => ({ id, ask, seen, minutes });

/** Looks by name, so that causes at many places ask for them alike. */
export const LOOKS = {
  meter: look('meter', 'Turn the meter or lockshield: does it stand shut?', 'It was shut', 1),
  actuator: look('actuator', 'Take the actuator off and press the pin: does it move?', 'The pin or the actuator is stuck', 3),
  actuatorVolts: look(
    'actuator-volts',
    'Does the actuator get warm within five minutes of a call?',
    'It stays cold: no voltage',
    5,
  ),
  vent: look('vent', 'Purge or vent this loop: does air come?', 'Air came', 10),
  setting: look('setting', 'Read the setting of its valve: is it the one on the schedule?', 'It stands on another setting', 1),
  pinch: look('pinch', 'Open its valve wide: does the flow stay short?', 'It stays short with the valve wide open', 4),
  crossed: look('crossed', 'Turn one thermostat up alone: which actuator gets warm?', 'Another one than its own', 8),
  arrow: look('arrow', 'Look at the arrows of the manifold: do flow and return stand on their own bars?', 'They are crossed', 2),
  radiatorFoot: look('radiator-foot', 'Feel the radiator: is its foot cold and its top hot?', 'Cold at the foot', 1),
  radiatorTop: look('radiator-top', 'Open its vent: does air come?', 'Air came', 2),
  plate: look('plate', 'Read type and size off the emitter', 'It is smaller than on the drawing', 4),
  covering: look('covering', 'Lift a corner of the floor covering', 'It is thicker than on the drawing', 10),
  filter: look('filter', 'Pull the filter of the fan unit', 'It is blocked', 3),
  strainer: look('strainer', 'Shut off and open the strainer', 'It is full', 12),
  handles: look('handles', 'Follow the pipe and look at every handle', 'One stands across or half across', 3),
  check: look('check', 'Read the types: is there a check valve in the pump and another in the line?', 'There are two', 4),
  bore: look('bore', 'Measure the outside of the pipe', 'It is narrower than on the drawing', 5),
  pumpLamp: look('pump-lamp', 'Look at the pump: lamp or display on?', 'Dark', 1),
  pumpScrew: look(
    'pump-screw',
    'Switch the pump off and on, listen, then try its shaft where it has a screw',
    'The shaft is stuck',
    6,
  ),
  pumpAir: look('pump-air', 'Listen to the pump; open the vent before it', 'It churns, and air came', 4),
  pumpStep: look('pump-step', 'Read the step or setting of the pump', 'Another than on the schedule', 1),
  pumpType: look('pump-type', 'Read the type of the pump', 'Another than on the schedule', 2),
  rotation: look('rotation', 'Look at the arrow on the pump body', 'It points against the flow', 2),
  worn: look(
    'worn',
    'Shut the valve behind it for a moment: does the gauge reach its head at no flow?',
    'It stays below its curve',
    5,
  ),
  stem: look('stem', 'Turn the set point and watch the stem of the valve', 'It does not move', 4),
  sensor: look(
    'sensor',
    'Look at the sensor: is it strapped to the pipe it should be on?',
    'It hangs loose or sits elsewhere',
    2,
  ),
  ports: look('ports', 'Compare the ports of the valve with its marks', 'Hot and cold are swapped', 3),
  setpoint: look('setpoint', 'Read the set point', 'Another than on the schedule', 1),
  bypass: look('bypass', 'Read and turn the bypass: does the pipe behind it cool?', 'It stood open', 3),
  display: look('display', 'Read the display of the heater', 'It shows a fault or a lock', 1),
  callWire: look(
    'call-wire',
    'Bridge the call of the heater by the wiring sheet: does it start?',
    'It starts with the bridge',
    6,
  ),
  outdoorUnit: look(
    'outdoor-unit',
    'Look at the outdoor unit: ice, leaves, a wall close to it?',
    'It is iced or breathes its own air',
    3,
  ),
  rating: look('rating', 'Read the plate of the heater', 'It is smaller than on the drawing', 2),
  gauge: look('gauge', 'Read the gauge cold and at rest', 'It stands below the filling pressure', 1),
  gasSide: look('gas-side', 'Shut the vessel off, empty its water side and measure its gas', 'Flat, or water at the valve', 12),
  wet: look('wet', 'Look for wet spots, white crusts and a falling meter of the feeder', 'One was found', 15),
  weeps: look('weeps', 'Put a dry cup under the relief', 'It is wet after an hour', 60),
  thermostatPlace: look(
    'thermostat-place',
    'Hold a thermometer beside the thermostat',
    'It reads warmer or colder than the room',
    3,
  ),
  setback: look('setback', 'Read the clock programme', 'It rests for hours before the complaint', 2),
  teesApart: look(
    'tees-apart',
    'Measure from middle to middle of the two tees: more than four pipe diameters?',
    'They stand further apart',
    2,
  ),
  headerPorts: look(
    'header-ports',
    'Follow the pipes at the header or tank: do both flows stand on the same side?',
    'Flow and return are changed over',
    4,
  ),
  platesTouch: look(
    'plates-touch',
    'Feel the four pipes of the plates: do the two hot ones differ by more than a few degrees?',
    'They differ much, with good flow on both sides',
    3,
  ),
  insulation: look('insulation', 'Look along its pipes: is all of it insulated?', 'Bare for a long stretch', 4),
  refractometer: look(
    'refractometer',
    'Draw a sample and read it with the refractometer',
    'Another share of glycol than on the drawing',
    5,
  ),
  masters: look(
    'masters',
    'Switch off one control after the other: does another still call the heater?',
    'Another one goes on calling',
    10,
  ),
  coldInlet: look(
    'cold-inlet',
    'Feel the cold pipe of the tempering valve after an hour without a tap open',
    'It is warm, and no check valve stands in it',
    4,
  ),
  defrosts: look(
    'defrosts',
    'Stand by the outdoor unit: does the air it blows come back to it off a wall or fence?',
    'It breathes its own air',
    10,
  ),
  startsAnHour: look(
    'starts-an-hour',
    'Count the starts of the heater for half an hour with one zone calling',
    'More than three',
    30,
  ),
} as const satisfies Record<string, Look>;
