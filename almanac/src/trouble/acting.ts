import type { Caution, FirstAction, Means, TestTrap } from '#core/trouble';

/** Safe first actions. None of them medicates. */
export const actions: readonly FirstAction[] = [
  {
    id: 'air',
    text: 'Add air or raise the outlet so that the surface breaks. Check the temperature, and that the filter runs. No food for 24 hours. Take out dead bodies and waste. Test ammonia, nitrite and pH. Photograph; write down the time. No medicine.',
    doNot: ['Feed', 'Medicate', 'Wait with the air until the tests are done'],
  },
  {
    id: 'gas-off',
    text: 'Shut the CO2 at the valve, and leave it off until they breathe calmly. Window open. Later set it lower and raise it by a tenth or two every three days.',
    doNot: ['Turn it on again to see whether it was that'],
  },
  {
    id: 'change',
    text: 'Change 25–30 % (shrimp alone: 10–20 %) with conditioner for the whole volume, matched to ±1 °C, and for shrimp to ±10–15 % of conductivity.',
    doNot: ['A second big change on the same day', 'Water that is itself under suspicion'],
  },
  {
    id: 'small-changes',
    text: 'Change 5–10 % at a time: the buffer is gone, and a larger one would turn ammonium to ammonia. Same water or slightly buffered, twice a day.',
    doNot: ['Bicarbonate by the spoon', 'A large change'],
  },
  {
    id: 'safe-water',
    text: 'No more of that water. Conditioner for the whole volume now, fresh carbon in the filter, strong air. Use stored, aged or other water that is known to be safe.',
    doNot: ['More of the same tap', 'Trust that standing overnight removes chloramine'],
  },
  {
    id: 'as-poison',
    text: 'As for poison: no more of what went in, carbon, survivors to clean matured water if there is some, then large matched changes with water known to be safe. Lid on. If the air pump draws the fumes, air by the outlet instead.',
    doNot: ['Spray again', 'Take living snails for proof that it is safe'],
  },
  {
    id: 'watch',
    text: 'No emergency: write it down, photograph it, change one thing at a time and wait seven days.',
    doNot: ['Do three things at once'],
  },
  {
    id: 'isolate',
    text: 'Who shows it goes to a tank of its own with its own net and siphon; nobody and nothing wet goes elsewhere from here.',
    doNot: ['Share a net', 'Sell, give or move animals'],
  },
  { id: 'leave', text: 'Nothing needs to be done. Look again another day.', doNot: ['Treat what is healthy'] },
];

export const cautions: readonly Caution[] = [
  { id: 'no-diagnosis', text: 'A ranking of what fits, not a diagnosis. A veterinarian and local law come first.' },
  {
    id: 'zoonosis',
    text: 'This can pass to people: waterproof gloves, cuts covered, no siphoning by mouth, more care if pregnant or with weak defences. A slow nodule on a hand belongs before a doctor; say that you keep fish.',
  },
  { id: 'gloves', text: 'Gloves, and no wet hands from one tank into another.' },
  {
    id: 'notify-none-sell',
    text: 'Sell, give and move nothing. Spent water down the sewer, not the kitchen sink.',
  },
  {
    id: 'notifiable',
    text: 'Possibly a notifiable disease: stop all movement, never sell, give away or release; ask a veterinarian or the authority.',
  },
  { id: 'not-sold', text: 'Sell and give away none of them, and tell whoever had some from you.' },
  {
    id: 'vet-first',
    text: 'Antibiotics and medicines on prescription: a veterinarian, the label and local law come first. We plan and record, we do not prescribe.',
  },
  { id: 'humane-end', text: 'A humane end is a veterinarian’s; never freezing, never the drain. Local law holds.' },
  {
    id: 'chemicals',
    text: 'Gloves, goggles, an open window. Never mix oxidisers with acids, ammonia, alcohol or each other. Label first.',
  },
  { id: 'electricity', text: 'Unplug heater and pumps before a hand goes in; plugs above the water, drip loops.' },
  { id: 'hot-water', text: 'Hot water scalds, and a heater out of water bursts: unplug it first.' },
  {
    id: 'gas',
    text: 'Hydrogen sulphide is toxic to people: window open, face away from the surface, stop at a smell.',
  },
  { id: 'co2-cylinder', text: 'Carbon dioxide: air the room; cylinder upright and secured.' },
  {
    id: 'poison-line',
    text: 'Insecticide on skin or in the room is a matter for people, too: the poison line. Hands that stroked a treated pet stay out for three days.',
  },
  { id: 'toxins', text: 'Its slime can hold toxins: no splashing, no dogs at the bucket, hands washed.' },
  { id: 'source', text: 'The water works can tell whether it is chlorine or chloramine, and when they flush.' },
  { id: 'dark', text: 'What dies in the dark eats oxygen: air day and night, and a change when the light comes back.' },
  { id: 'heat', text: 'Warm water holds less oxygen: more air before the first degree, one degree an hour.' },
];

const means = (id: string, cautionId: string | null, notIf: Means['notIf']): Means => ({ id, cautionId, notIf });
/** What a rung works with, and whom it harms. */
export const meansInUse: readonly Means[] = [
  means('salt', null, [
    { host: 'plants', text: 'Many plants die from 1–3 g/L' },
    { host: 'snails', text: 'Snails suffer from 3 g/L' },
    { host: 'shrimp', text: 'Shrimp: only what their kind is known to bear' },
    { host: null, text: 'Zeolite is in the filter: it gives its ammonia back' },
  ]),
  means('copper', 'chemicals', [
    { host: 'shrimp', text: 'Kills shrimp' },
    { host: 'snails', text: 'Kills snails' },
    { host: 'plants', text: 'Harms plants' },
    { host: null, text: 'Alkalinity below 50 mg/L as CaCO3: lethal' },
  ]),
  means('formalin', 'chemicals', [
    { host: 'shrimp', text: 'Kills shrimp' },
    { host: 'snails', text: 'Kills snails' },
    { host: null, text: 'Little oxygen, above 27 °C, or a white deposit in the bottle' },
  ]),
  means('malachite', 'chemicals', [
    { host: 'shrimp', text: 'Kills shrimp' },
    { host: 'snails', text: 'Kills snails' },
    { host: 'fish', text: 'Fish without scales and some tetras bear half or none' },
  ]),
  means('methylene-blue', 'chemicals', [
    { host: 'plants', text: 'Kills plants' },
    { host: null, text: 'Not in a tank with a matured filter' },
  ]),
  means('acriflavine', 'chemicals', [{ host: 'plants', text: 'Kills plants' }]),
  means('dewormer', 'vet-first', [
    { host: 'snails', text: 'Fenbendazole and flubendazole kill snails' },
    { host: 'shrimp', text: 'One animal in a tub of its own first' },
  ]),
  means('antibiotic', 'vet-first', [
    { host: null, text: 'No veterinarian has seen it, or the water is not clean yet' },
  ]),
  means('peroxide', 'chemicals', [
    { host: 'shrimp', text: 'Shrimp suffer above the spot dose' },
    { host: null, text: 'Permanganate, formalin or liquid carbon within a day' },
  ]),
  means('glutaraldehyde', 'chemicals', [
    { host: 'plants', text: 'Mosses, liverworts and ribbon plants die of it' },
    { host: null, text: 'Peroxide within a day' },
  ]),
  means('permanganate', 'chemicals', [
    { host: 'shrimp', text: 'Kills shrimp' },
    { host: 'snails', text: 'Kills snails' },
    { host: null, text: 'Formalin, peroxide or alcohol about' },
  ]),
  means('chitin-inhibitor', 'vet-first', [{ host: 'shrimp', text: 'Kills shrimp, and goes on killing for months' }]),
  means('heat', 'heat', [
    { host: 'shrimp', text: 'Shrimp die above 28–30 °C' },
    { host: null, text: 'A kind of cool water lives here, or there is no spare air' },
  ]),
  means('humane-end', 'humane-end', []),
  means('epsom-salt', null, [{ host: 'shrimp', text: 'A jump in hardness for shrimp' }]),
  means('dark-days', 'dark', [{ host: null, text: 'No air pump for the nights' }]),
  means('zeolite', null, [{ host: null, text: 'Salt is in the water' }]),
  means('uv', null, [{ host: null, text: 'A medicine is in the water: it is destroyed' }]),
  means('change', null, [{ host: null, text: 'The water that would go in is under suspicion' }]),
  means('air', null, []),
  means('conditioner', null, []),
  means('carbon', null, [{ host: null, text: 'A medicine is in the water that is to stay' }]),
];

/** Where tests mislead. */
export const traps: readonly TestTrap[] = [
  {
    id: 'ammonia-total',
    test: 'Ammonia',
    text: 'The total is ammonia and ammonium; kits also read what a conditioner has bound, and some conditioners or formalin give a false colour. Daylight, and the tap beside it.',
  },
  {
    id: 'nitrite-high',
    test: 'Nitrite',
    text: 'Far above the scale the colour turns pale and reads low: dilute one part in five with distilled water and test again.',
  },
  {
    id: 'nitrate-shaken',
    test: 'Nitrate',
    text: 'A reagent that was not shaken reads low; nitrite reads as nitrate; strips tell a class, no more.',
  },
  {
    id: 'ph-hour',
    test: 'pH',
    text: 'Dawn and dusk differ; tannins colour the drops; a pen wants two buffers every week.',
  },
  { id: 'hardness-drop', test: 'KH and GH', text: 'One drop is one degree on 5 mL; on 10 mL half of it.' },
  {
    id: 'pen-factor',
    test: 'Conductivity as ppm',
    text: 'Temperature, and a factor of 0.5 or 0.7; it tells that something has built up, never what.',
  },
  {
    id: 'chlorine-free',
    test: 'Chlorine',
    text: 'Free and total both: free at nothing with chloramine is still toxic.',
  },
  {
    id: 'copper-blind',
    test: 'Copper',
    text: 'Kits begin at 0.05–0.1 mg/L, shrimp suffer below that; chelated copper only in a total kit. «0» clears no shrimp tank.',
  },
  { id: 'oxygen-hour', test: 'Oxygen', text: 'Fix the sample at once; at dawn, by the bed and by the outlet.' },
];
