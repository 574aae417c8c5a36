/**
 * The published sources that rules and judgements rest on. A judgement carries an id;
 * the interface prints the title beside the reason.
 */
export const citations = {
  'epa-emergency': 'US EPA, Emergency Disinfection of Drinking Water',
  'cdc-emergency': 'US CDC, Making Water Safe in an Emergency',
  'cdc-storage': 'US CDC, Creating and Storing an Emergency Water Supply',
  'cdc-sws': 'US CDC, Safe Water System handbook',
  'who-gdwq': 'WHO, Guidelines for Drinking-water Quality, 4th ed.',
  'who-hwt': 'WHO, Evaluating Household Water Treatment Options, 2011',
  'who-emergency': 'WHO/WEDC, Technical Notes on Drinking-water in Emergencies',
  'who-surveillance':
    'WHO, Guidelines for Drinking-water Quality, vol. 3: surveillance of community supplies',
  'epa-lt2': 'US EPA, Long Term 2 Enhanced Surface Water Treatment Rule, 40 CFR 141.720',
  'epa-primary': 'US EPA, 40 CFR 141, national primary drinking water regulations',
  'epa-secondary': 'US EPA, 40 CFR 143, secondary drinking water regulations',
  'epa-mrdl': 'US EPA, 40 CFR 141.65, maximum residual disinfectant levels',
  sphere: 'Sphere Handbook 2018, water supply standards',
  'nas-2005': 'US National Academies, Dietary Reference Intakes for Water, 2005, table 4-1',
  'who-howard': 'WHO, Domestic Water Quantity, Service Level and Health, 2nd ed.',
  'gordon-adam': 'Gordon, Adam & Bubnis 1995, hypochlorite decomposition',
  awwa: 'AWWA C651 and C652, disinfecting mains and storage',
  'iso-11228': 'ISO 11228-1, manual lifting, reference mass',
  'en-1991': 'EN 1991-1-1, imposed loads on floors',
  practice: 'Common practice among those who store water',
  arithmetic: 'Arithmetic',
  record: 'The record kept here',
} as const;

export type CitationId = keyof typeof citations;
