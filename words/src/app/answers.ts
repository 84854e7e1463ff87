/** What the server answers about app. */
export const appAnswers = {
  thatHouseIsNotOpen: 'That house is not open here',
  itCouldNotBeMade: 'It could not be made; the server’s log says why',
  thisHouseDoesNotAnswer: 'This house does not answer to that name',
  isNoNameOfThis: 'is no name of this house',
  writesComeFromThisHouses: 'Writes come from this house’s own pages only',
  isNotApplicationJson: 'is not application/json',
};
