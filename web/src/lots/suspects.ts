/** What a lot may hold beside its metals; steps refuse or warn by it. */
export const suspects = [
  { value: 'cadmium', label: 'cadmium (unknown silver contacts)' },
  { value: 'beryllium', label: 'beryllium (springs, ceramic)' },
  { value: 'mercury', label: 'mercury (wetted relays, old gilding)' },
  { value: 'arsenic', label: 'arsenic or antimony (ore, solder)' },
  { value: 'cyanide', label: 'cyanide (it met some)' },
  { value: 'hollow', label: 'closed hollow pieces' },
  { value: 'cell', label: 'cells' },
  { value: 'nitrate-film', label: 'nitrate film' },
  { value: 'asbestos', label: 'asbestos sleeves' },
  { value: 'capacitor-oil', label: 'old oil capacitors' },
];
