/**
 * Items after the examples that come with IMS QTI 2.1 ("Assessment Test, Section, and Item Information Model" and its
 * implementation guide, 2012), from memory: what is right and what it is worth is theirs, the wording is shortened.
 */
export const TEMPLATE = (name: string) =>
  `<responseProcessing template="http://www.imsglobal.org/question/qti_v2p1/rptemplates/${name}"/>`;
export const item = (declared: string, body: string, after = '') =>
  `<?xml version="1.0"?><assessmentItem xmlns="http://www.imsglobal.org/xsd/imsqti_v2p1" identifier="sample" title="Sample" adaptive="false" timeDependent="false">
   ${declared}<outcomeDeclaration identifier="SCORE" cardinality="single" baseType="float"/><itemBody>${body}</itemBody>${after}</assessmentItem>`;

/** The same in the words of the later version. */
export const later = (xml: string): string =>
  xml
    .replace(
      /<(\/?)([a-z]+[A-Z]\w*|value|mapping|prompt|match|variable|correct|sum)\b/g,
      (_all, slash, name) => `<${slash}qti-${hyphens(name)}`,
    )
    .replace(/ ([a-z]+[A-Z]\w*)=/g, (_all, name) => ` ${hyphens(name)}=`)
    .replace('imsqti_v2p1', 'imsqtiasi_v3p0');
const hyphens = (name: string): string => name.replace(/[A-Z]/g, (sign) => `-${sign.toLowerCase()}`);

export const choices = (all: Readonly<Record<string, string>>) =>
  Object.entries(all)
    .map(([id, says]) => `<simpleChoice identifier="${id}">${says}</simpleChoice>`)
    .join('');

export const LUGGAGE = item(
  '<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="identifier"><correctResponse><value>ChoiceA</value></correctResponse></responseDeclaration>',
  `<p>Look at the text in the picture.</p><p><img src="sign.png" alt="NEVER LEAVE LUGGAGE UNATTENDED"/></p><choiceInteraction responseIdentifier="RESPONSE" shuffle="false" maxChoices="1"><prompt>What does it say?</prompt>${choices({ ChoiceA: 'You must stay with your luggage at all times.', ChoiceB: 'Do not let someone else look after your luggage.', ChoiceC: 'Remember your luggage when you leave.' })}</choiceInteraction>`,
  TEMPLATE('match_correct'),
);
export const WATER = item(
  `<responseDeclaration identifier="RESPONSE" cardinality="multiple" baseType="identifier"><correctResponse><value>H</value><value>O</value></correctResponse>
   <mapping lowerBound="0" upperBound="2" defaultValue="-2"><mapEntry mapKey="H" mappedValue="1"/><mapEntry mapKey="O" mappedValue="1"/><mapEntry mapKey="Cl" mappedValue="-1"/></mapping></responseDeclaration>`,
  `<choiceInteraction responseIdentifier="RESPONSE" shuffle="true" maxChoices="0"><prompt>Which are used to form water?</prompt>${choices({ H: 'Hydrogen', He: 'Helium', C: 'Carbon', O: 'Oxygen', N: 'Nitrogen', Cl: 'Chlorine' })}</choiceInteraction>`,
  TEMPLATE('map_response'),
);
export const DRIVERS = item(
  '<responseDeclaration identifier="RESPONSE" cardinality="ordered" baseType="identifier"><correctResponse><value>DriverC</value><value>DriverA</value><value>DriverB</value></correctResponse></responseDeclaration>',
  `<orderInteraction responseIdentifier="RESPONSE" shuffle="true"><prompt>Who finished when?</prompt>${choices({ DriverA: 'Rubens', DriverB: 'Jenson', DriverC: 'Michael' })}</orderInteraction>`,
  TEMPLATE('match_correct'),
);
export const PLAYS = item(
  `<responseDeclaration identifier="RESPONSE" cardinality="multiple" baseType="directedPair"><correctResponse><value>C R</value><value>D M</value><value>L M</value><value>P T</value></correctResponse>
   <mapping defaultValue="0"><mapEntry mapKey="C R" mappedValue="1"/><mapEntry mapKey="D M" mappedValue="0.5"/><mapEntry mapKey="L M" mappedValue="0.5"/><mapEntry mapKey="P T" mappedValue="1"/></mapping></responseDeclaration>`,
  `<matchInteraction responseIdentifier="RESPONSE" shuffle="true" maxAssociations="4"><prompt>Match the characters to the plays.</prompt>
   <simpleMatchSet>${['C Capulet', 'D Demetrius', 'L Lysander', 'P Prospero'].map((one) => `<simpleAssociableChoice identifier="${one[0]}" matchMax="1">${one.slice(2)}</simpleAssociableChoice>`).join('')}</simpleMatchSet>
   <simpleMatchSet>${['M Dream', 'R Romeo', 'T Tempest'].map((one) => `<simpleAssociableChoice identifier="${one[0]}" matchMax="4">${one.slice(2)}</simpleAssociableChoice>`).join('')}</simpleMatchSet></matchInteraction>`,
  TEMPLATE('map_response'),
);
export const YORK = item(
  `<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="string"><correctResponse><value>York</value></correctResponse>
   <mapping defaultValue="0"><mapEntry mapKey="York" mappedValue="1" caseSensitive="true"/><mapEntry mapKey="york" mappedValue="0.5" caseSensitive="true"/></mapping></responseDeclaration>`,
  '<p>Identify the missing word.</p><blockquote><p>Now is the winter of our discontent<br/> Made glorious summer by this sun of <textEntryInteraction responseIdentifier="RESPONSE" expectedLength="15"/>;</p></blockquote>',
  TEMPLATE('map_response'),
);
export const SUMMER = item(
  '<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="identifier"><correctResponse><value>Y</value></correctResponse></responseDeclaration>',
  '<p>summer by this sun of <inlineChoiceInteraction responseIdentifier="RESPONSE" shuffle="false"><inlineChoice identifier="G">Gloucester</inlineChoice><inlineChoice identifier="L">Lancaster</inlineChoice><inlineChoice identifier="Y">York</inlineChoice></inlineChoiceInteraction>;</p>',
  TEMPLATE('match_correct'),
);
export const AIRPORT = item(
  '<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="point"><correctResponse><value>102 113</value></correctResponse><areaMapping defaultValue="0"><areaMapEntry shape="circle" coords="102,113,16" mappedValue="1"/></areaMapping></responseDeclaration>',
  '<selectPointInteraction responseIdentifier="RESPONSE" maxChoices="1"><prompt>Mark Edinburgh.</prompt><object type="image/png" data="uk.png" width="206" height="280">UK Map</object></selectPointInteraction>',
  TEMPLATE('map_response_point'),
);
export const SPOT = item(
  '<responseDeclaration identifier="RESPONSE" cardinality="single" baseType="identifier"><correctResponse><value>A</value></correctResponse></responseDeclaration>',
  '<hotspotInteraction responseIdentifier="RESPONSE" maxChoices="1"><prompt>Which is Glasgow?</prompt><object type="image/png" data="ukair.png" width="206" height="280">UK Map</object><hotspotChoice shape="circle" coords="77,115,8" identifier="A"/><hotspotChoice shape="circle" coords="118,184,8" identifier="B"/></hotspotInteraction>',
  TEMPLATE('match_correct'),
);
