import type { Said } from '@ember-slate/words/said';
import type { ToolId } from '../acts/rule.ts';
import { said } from '../say.ts';

export const toolNames: Record<ToolId, Said> = {
  towel: said('towel'),
  scissors: said('scissors'),
  gloves: said('puncture_proof_gloves'),
  thick_gloves: said('thick_gloves'),
  salt: said('salt'),
  scaler: said('scaler'),
  jet: said('water_jet'),
  goggles: said('goggles'),
  short_knife: said('short_knife'),
  spoon: said('spoon'),
  dry_cloth: said('dry_cloth'),
  heavy_knife: said('heavy_knife'),
  stiff_knife: said('stiff_boning_knife'),
  flexible_knife: said('filleting_knife'),
  long_blade: said('long_blade'),
  tweezers: said('tweezers'),
  pliers: said('pliers'),
  string: said('string'),
  film: said('film'),
  ruler: said('ruler'),
  trays: said('trays_and_pads'),
  vacuum_packer: said('vacuum_packer_and_pouches'),
  lamp: said('lamp'),
  scale: said('scale'),
  printer: said('label_printer'),
  sharps_box: said('sharps_box'),
  water: said('cold_running_water'),
};
