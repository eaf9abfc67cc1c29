export { askedOf, partChanges, PARTS_FORMAT, partsDocument, readPart, readParts, type OwnPart } from './ownPart'
export { blankPart, placeInRow, rowOfTerminals, type RowSpec } from './make'
