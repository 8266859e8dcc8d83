import type { DeliveryFile } from '@bobbin/client'

/** What became of a delivered file, in words. */
export const FILE_STATUS: Record<DeliveryFile['status'], string> = {
  stored: 'stored',
  already: 'known already',
  refused: 'refused',
  passedOver: 'passed over',
  attached: 'attached',
  undone: 'undone',
}
