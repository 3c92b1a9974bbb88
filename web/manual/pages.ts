/** A short page of the manual, written by hand: what is done on a page of a job, and what comes of it. */
export interface ManualPage {
  id: string;
  title: string;
  /** At most three hundred words in all. */
  paragraphs: readonly string[];
  picture?: { file: string; says: string };
}

const picture = (file: string, says: string) => ({
  file: new URL(`../../docs/screenshots/${file}.png`, import.meta.url).href,
  says,
});

/** The pages in the order of the work. Quantities stand in metric units and are said in those of the reader. */
export const MANUAL_PAGES: readonly ManualPage[] = [
  {
    id: 'start',
    title: 'Start a job',
    paragraphs: [
      'Four questions draft a whole plant: what is there, the source, the emitters, and the school it is piped by. Everything a size can be chosen for stays open and follows the rooms; nothing is fixed until you fix it.',
      'Rooms come next: paste them from a spreadsheet. Where no list is at hand, floor area, number of rooms and the age of the building make rough loads, marked as rough everywhere.',
      'A plant that runs gets one zone more: say its source, its zones as lines, and the new zone. The Plant page then shows what output, pipe and pump have to spare, before and with it, and the papers list the addition alone.',
    ],
  },
  {
    id: 'rooms',
    title: 'Rooms',
    paragraphs: [
      'The grid takes blocks by copy and paste, both ways. A heading row says which column is which and in which unit; without one a block runs along the columns from the cell it is put at. Ctrl+D fills down, Delete empties, Space ticks rooms for what they get together.',
      'Emitters are written as they are jotted down: “22 600x1200” is a panel of type 22, height by length; “floor 150” a floor with pipe at that spacing; “towel rail 400 W”, “baseboard 3 m”, “fan unit 1.5 kW at 45/40/20”. Several are parted by a semicolon.',
      'A name of a circuit that is not there yet makes one. What cannot be read stays in its cell with the reason, and is a finding until it is put right.',
    ],
    picture: picture('rooms', 'The rooms of the demo job in the grid.'),
  },
  {
    id: 'emitters',
    title: 'Emitters',
    paragraphs: [
      'The ladder shows how hot each room needs its water; drag the line to try another flow temperature. Below it stand the changes that pay most, in their order.',
      'A target temperature is answered with the least changes that reach it: on the same face first, then longer, a second one, a fan unit. Apply all takes them in one step. A room out of reach is named with the heat it would have to save, or the circuit that is warm enough.',
      'Floors built alike share a construction: change it once and all of them follow.',
    ],
    picture: picture('emitters', 'The ladder of the demo, with the emitters of the picked circuit beside it.'),
  },
  {
    id: 'circuits',
    title: 'Circuits',
    paragraphs: [
      'A circuit is what shares a flow temperature and a pump. The table has a row for each; what is decided is typed in the row. The picked row’s decisions open below as lines: mixing, pump, zones, loops, pipes and parts.',
      'Three heads belong to a pump: what its index run requires, the same with the rulebook’s margin by which it is chosen, and the operating point where its curve meets the plant.',
      'Loops are dealt to manifolds by the program, or by hand: evenly to so many, or one loop after the other.',
    ],
    picture: picture('circuits', 'The circuits of the demo, with the decisions of one open.'),
  },
  {
    id: 'pipes',
    title: 'Pipes',
    paragraphs: [
      'From the emitters back to the plant loads add up at every tee. Each section is drawn as wide as its bore and filled as far as it is used; the index run is edged.',
      'A tree is quickest entered as lines: size, length, name, and behind a colon the rooms; indented is what branches off. A question mark behind the size says that its tee was never seen: the program then works out a trunk to a tee and one pipe right through, and says which look or reading tells them apart.',
    ],
    picture: picture('pipes', 'The pipe tree of the upper floor of the demo.'),
  },
  {
    id: 'plant',
    title: 'Plant',
    paragraphs: [
      'The wall draws itself. Thermostats above it can be switched: the wall then shows what flows in that state. Every figure opens its sum, down to what was typed.',
      'Findings stand beside it: Stop before anything is bought, Fix before it is built, Note worth knowing. Each has its reason, and remedies that do what they say when applied. Entries has the decisions of the plant as lines; a click on a part opens its own.',
    ],
    picture: picture('plant', 'The wall of the demo on the design day.'),
  },
  {
    id: 'controls',
    title: 'Controls',
    paragraphs: [
      'Weather compensation follows from what the emitters need on milder days; slope and shift can be set as the controller has them. The sequence says who calls and what moves; wiring lists every core by its terminals.',
      'A qualified person wires, with the power off and proved dead. Local codes and the makers’ manuals decide.',
    ],
    picture: picture('controls', 'Weather compensation of the demo.'),
  },
  {
    id: 'run',
    title: 'Run',
    paragraphs: [
      'A day or a season is run minute by minute with the plant as designed: temperatures of rooms and water, starts of the source, hours below set point, energy and cost. Ways of piping can be laid side by side, and every combination of calls can be looked at for each pump.',
      'Weather, prices and the house’s thermal mass are yours to enter; what is invented says so.',
    ],
    picture: picture('run', 'A cold day of the demo.'),
  },
  {
    id: 'papers',
    title: 'Papers',
    paragraphs: [
      'Each reader has a set: the plant-room wall, the merchant, the floor layer, the electrician, the commissioner, the record, the owner, and labels to tie on. Tables and open files leave the same figures.',
    ],
    picture: picture('papers', 'The sets of papers of the demo.'),
  },
  {
    id: 'book',
    title: 'Site book',
    paragraphs: [
      'On site the plan says what to do next, with what every gauge shall show. Readings are judged as they are typed; entries are only added, and put right by another beside them. It works without a network and sends when there is one.',
      'Where something is wrong, Fault asks what people complain of and in which state the plant stands, then names what to read or look at next: what tells most for its minutes. Readings go into the book, and count together with those taken in the half day before. It says which fault fits with how sure that is, what parts its causes, who is licensed to touch it, and ends as an entry with cause, cure and the reading that proves it. All meters of a manifold are read as one; thermostats are turned only where that is allowed; and the minutes of each reading can be put right. A fault can also be hidden in the plant to practise on; a class that types one number looks for the same one, or sits an exam of five that are told at the end.',
    ],
    picture: picture(
      'book',
      'The site book of the demo on a phone: what is next, the walk, and which fault explains the odd readings.',
    ),
  },
  {
    id: 'keys',
    title: 'Keys',
    paragraphs: [
      'Ctrl+K finds anything: pages, rooms, fields, parts, findings, figures, and the buttons of the open page. A field with a value behind it sets it: “kitchen spacing 100”. Ctrl+Z undoes, Ctrl+Y redoes. Ctrl+Enter takes the main action of a page: it drafts, and it leads on.',
      'Ctrl+/ opens this manual at the field that is typed in. The wall is one stop of the Tab key: arrows walk from part to part, Home goes to the source, a letter to the circuit of that name, Enter picks. Thermostats and the steps of the work are one stop each, with arrows inside.',
      'In tables Enter and the arrows go up and down, Tab goes along, Ctrl+D fills down; Escape and then Tab leave the grid.',
    ],
  },
  {
    id: 'trust',
    title: 'How far to trust it',
    paragraphs: [
      'Every figure shows its formula, what goes into it and where that comes from: a standard, a handbook, common practice, or memory where it says so. The demo, the catalogues and the pumps are invented.',
      'Hot water scalds, gas and mains kill, pressure bursts. What this program works out is help for people who know the trade: local codes, the makers’ instructions and licensed trades decide. Nothing here is an approval.',
    ],
  },
];
