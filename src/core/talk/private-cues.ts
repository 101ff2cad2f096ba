/** Why something sounds as if it were meant for one reader. */
export type Why =
  | 'health'
  | 'family'
  | 'mark'
  | 'private'
  | 'conflict'
  | 'feelings'
  | 'contact'
  | 'salutation'
  | 'time'
  | 'confession'
  | 'person'
  | 'own';

/**
 * Words that say so when they stand near each other in this order: groups of words (`a|b`) with a space between them, `*` for any
 * ending, and how many other words may stand between one group and the next. Compared as `plainWords` makes them.
 */
export type Cue = readonly [why: Why, words: string, between: number];

const KIN =
  'mother|mum|mom|mummy|father|dad|daddy|parents|grandmother|grandma|granny|grandfather|grandpa|brother|sister|aunt|uncle|cousin|family|dog|cat';
const PARENTS = 'mother|mum|mom|mummy|father|dad|daddy|parents';
const I = 'i|im|ive|we|were|weve';
const MARKS = 'mark|marks|grade|grades|points|score|result|report';

const ME = 'i|im|ive|my|me|we|our|us|were|weve|id';
const AILS =
  'ill|illness|sick|unwell|fever|feverish|dizzy|vomit*|vomiting|hospital|clinic|surgery|surgeon|dentist|injur*|headache*|migraine*|stomachache|toothache|nosebleed*|flu|virus|infection|cough*|concussion|crutches|cast|stitches|allerg*|asthma|diabet*|epilep*|seizure*|faint*|therapy|therapist|psychologist|counsellor|counselor|medication|medicine|tablets|pills|depress*|anorex*|adhd|autis*|dyslex*|dyscalcul*|stammer*|stutter*|deaf|blind|disabilit*|wheelchair|inhaler|pregnan*|period|cramps|insomnia|nightmare*|exhausted|diarrhoea|nausea|chemo*|cancer|ambulance|appointment';
const LOSS =
  'divorc*|separat*|funeral|burial|died|dying|dead|death|evict*|homeless|hostel|shelter|refuge*|asylum|deport*|prison|jail|arrested|police|drunk|alcohol*|drugs|unemployed|bankrupt|adopted|foster|custody|passed';
const FEELS =
  'afraid|scared|frightened|terrified|worried|ashamed|embarrassed|sad|lonely|depressed|anxious|nervous|stressed|unhappy|shy|overwhelmed|hopeless|worthless|useless|stupid|dumb|desperate|miserable|tired|exhausted|upset|guilty|jealous|homesick|panic*|crying|cried|uncomfortable|unsafe|humiliated|insecure';
const HURTS =
  'hit|hits|kick*|push*|punch*|beat*|slap*|spat|spit*|threaten*|bull*|tease*|teasing|mock*|ignor*|exclud*|insult*|shout*|yell*|blackmail*|touch*|stalk*|harass*|follows|annoy*|cheat*|copie*|copied|copying|steal*|stole|lie|lied|lies|smell*';
const LACKS = 'miss|missed|missing|fail|failed|failing|absent|late|behind|retake|redo|resit|repeat|catch';

const ENGLISH: readonly Cue[] = [
  ['family', 'my wife|husband|ex|daughter|son|child|children|kids|boyfriend|girlfriend|twin|landlord|boss', 0],
  ['family', 'i work|working|worked nights|night|late|shifts|shift|weekends', 1],
  ['mark', 'did|do|will|can|have i still pass|passed', 1],
  ['mark', 'you gave|took|marked me|my|off', 0],
  ['mark', 'my result|results|name|photo|picture|work stay|off|public|shown|show|list|wall|screen', 4],
  ['private', 'call|use|say|write|by my|another name', 1],
  ['private', 'in my name', 0],
  ['private', 'all|is|it right|ok|okay|fine|alright if i dont|do|cannot|cant|leave|am|come', 1],
  ['private', 'take|leave|keep|cut me|my out|away|off', 1],
  ['private', 'drop|dropping|quit|quitting|leave|leaving this|the|your|out course|class|school', 1],
  ['conflict', 'why am|does|do|is|did i|nobody|everybody|everyone|he|she|they never|always|hate|like|me', 2],
  ['conflict', 'scares|hates|bothers|frightens|annoys|upsets|worries|ignores me', 0],
  ['health', `${ME} ${AILS}`, 6],
  ['health', `${AILS} my|me|i|mine`, 2],
  ['family', `${ME} ${LOSS}`, 6],
  ['family', `${LOSS} i|my|we|our|me`, 5],
  [
    'family',
    `my|our gran|nan|nana|stepmother|stepfather|stepdad|stepmum|guardian|niece|nephew|baby|${KIN} ${AILS}|${LOSS}|away|cries|leave*|left|hit*|beat*`,
    5,
  ],
  ['feelings', `i|im|me|feel|ive ${FEELS}`, 4],
  ['feelings', 'not|dont|never feel safe|well|good|welcome|comfortable', 1],
  ['feelings', 'i|to give|giving up', 1],
  ['feelings', 'i|am|im not good|clever|smart|able|strong enough|at', 1],
  ['feelings', 'too tired|ashamed|shy|scared|embarrassed|upset|late to', 0],
  ['conflict', `${HURTS} me|us`, 2],
  ['conflict', 'fun|rumours|rumors|lies|gossip|jokes|stories|things of|about me|my|us', 1],
  ['conflict', 'move|seat|put|sit me|somewhere away|elsewhere|else|from', 2],
  ['conflict', 'apart|away from him|her|them|me', 1],
  ['mark', 'my percentage|percent|average|rank|ranking|level|pass|certificate|results|total', 1],
  ['mark', 'i|going|im|to|will|might fail|pass this|the|my|again|course|class|year', 1],
  ['mark', 'unfair|low|lower|wrong|bad mark|grade|points|score', 1],
  ['private', 'keep|kept this|it to|between yourself|us|you', 2],
  ['private', 'something|things to|i tell|say|ask|explain you', 4],
  ['private', 'not in front|here of|but|please', 1],
  ['private', 'i|something|rather not|ask|say|talk|write|tell here|openly|publicly', 2],
  ['private', 'for your|you eyes|only|alone', 1],
  [
    'time',
    `i|im|ive|well|we ${LACKS} the|a|your|this|yesterday|last|up|on|because|with|my|again|two|three|all|class|school|lessons`,
    2,
  ],
  ['time', 'because|since i|my|we was|had|have|bus|train|parents|could|overslept', 3],
  ['time', 'take|do|sit|write it|the|this again|quiz|test|exam another|later|again|day', 1],
  ['time', 'i|we overslept|oversleep', 1],
  ['confession', 'i lied|cheated|copied|pretended|stole|broke|faked|used', 1],
  ['contact', 'write|send|email|message|text|reach to|me me|at|on my|at', 1],
  [
    'health',
    `${I}|am ill|sick|unwell|fever|feverish|dizzy|vomit*|allergic|hospital|dentist|operation|surgery|injured`,
    5,
  ],
  ['health', `${I} threw up`, 1],
  [
    'health',
    `${I}|to go|going|went|see|seeing|saw to|the|my|a doctor|dentist|hospital|therapist|psychologist|counsellor`,
    2,
  ],
  [
    'health',
    'my doctor|therapist|psychologist|counsellor|medicine|tablets|pills|operation|surgery|illness|period|wheelchair',
    1,
  ],
  ['health', 'my head|stomach|tummy|back|arm|leg|hand|foot|eyes|ear|tooth|throat hurt*|ache*|sore|bleed*|broken', 2],
  ['health', 'hurt|cut|broke|burnt|burned|sprained my arm|leg|hand|finger|foot|head|back|wrist|ankle', 1],
  ['health', `${I} take|takes medicine|tablets|pills`, 2],
  ['health', `${I} have|got|with dyslexi*|adhd|autis*|asthma|diabet*|epilep*|migraine`, 2],
  ['health', `${I} wet|soiled myself|my|me`, 1],
  ['health', `${I} not|havent|hardly eaten|slept`, 2],
  ['health', 'my reading|writing|hearing|eyesight slow|bad|weak|worse', 3],
  [
    'family',
    `my|our ${KIN} ill|sick|died|dies|dying|dead|hospital|divorc*|separat*|job|fight*|drink*|drunk|prison|accident`,
    5,
  ],
  ['family', 'died|funeral|burial|divorc*|grieving i|we|my|our', 8],
  ['family', 'at a|the funeral|burial', 1],
  ['family', 'i|we help|look*|care* at|after my|home|little', 2],
  ['family', 'trouble|shouting|problems|fights|violence|power|internet|quiet at home', 6],
  ['family', 'no|not|cannot|cant|dont have|internet|pay|afford|buy|money for|at|a|the', 3],
  ['family', 'we|i cannot|cant|couldnt pay|afford|buy', 2],
  ['family', `my ${PARENTS} want|wants|ask|asks|say|says|think|thinks|know|angry|speak|does|do|lost`, 3],
  ['family', 'we|i moving|move|moved to', 2],
  ['mark', `my ${MARKS}`, 1],
  ['mark', `i|only|just got|lost|deserve|received ${MARKS}|out|percent`, 4],
  ['mark', 'why did|do|was i|my|mine get|got|lose|lost|so|only', 2],
  ['mark', 'i failed|fail|failing the|this|my|again|it', 2],
  ['mark', 'i repeat|pass|failing the|this|my year|class|course', 3],
  ['mark', 'was|is my text|work|answer|essay|poem really|so|that bad|wrong|poor', 2],
  ['private', 'this|it|is|its|thats|in|something private|confidential', 0],
  ['private', 'private|personal|embarrassing photo*|picture*|matter|reasons|problem*|message', 0],
  ['private', 'dont|do|not|never tell|show|let anyone|anybody|others|them|class|everyone|parents|it', 3],
  ['private', 'only|just you to|read|know|and|please', 2],
  ['private', 'only want you', 1],
  ['private', 'between|just us|you', 1],
  ['private', 'is|its|keep a|this|it secret', 1],
  ['private', 'i tell|told you|nobody|noone|anybody|anyone|anybody', 2],
  ['private', 'dont|not want my|them|anyone|anybody to know', 3],
  ['private', 'can|could|may|must i talk|speak|tell|see to|with|you you|after|alone', 3],
  ['private', 'who|someone|somebody i|to|can talk|turn to', 2],
  ['private', 'delete|remove|take what|something|it i|away wrote|posted|about|said', 3],
  ['private', 'my password|login|account|slip', 0],
  ['private', 'signed|logged in as me', 0],
  ['private', 'want|like to leave|quit this|the|your class|course|group', 1],
  ['conflict', 'nobody|noone|none talks|speaks|likes|plays|listens|wants to|me|with', 2],
  ['conflict', 'laugh*|making|make|picks|picking|shout*|pointing at|fun|on me|of', 1],
  ['conflict', 'call|calls|called|calling me names|stupid|fat|ugly|idiot', 1],
  ['conflict', 'bullied|bullying|bully|bullies|threaten*|harass* *', 0],
  ['conflict', 'he|she|they|who|someone|somebody hit|hits|kicked|pushed|beat|slapped|spat|threatened me|at|us', 2],
  ['conflict', 'took|stole|hid|broke|steals my', 1],
  ['conflict', 'mean|nasty|rude|horrible messages|message|to|things me|at|about|online|from', 1],
  ['conflict', 'sends|send|sent|writes me mean|nasty|bad|rude|horrible|messages', 1],
  ['conflict', 'dont|not want to work|sit|be|come|play with|next|any|to|in', 2],
  ['conflict', 'dont|not|never get on|along with', 1],
  ['conflict', 'change|leave|switch|different my|another|the group|seat|partner|place', 2],
  ['conflict', 'picture|photo|video|pictures|photos of me', 0],
  [
    'feelings',
    'i|im|am afraid|scared|frightened|worried|ashamed|embarrassed|sad|lonely|depressed|anxious|nervous|stressed|stupid|unhappy',
    3,
  ],
  ['feelings', 'i feel|felt|feeling so|very|really|bad|sad|awful|terrible|alone|lonely|down|sick', 1],
  ['feelings', 'i|me cried|cry|crying', 2],
  ['feelings', 'hate|hurt|hurting|kill|harm|in|blame myself', 1],
  ['feelings', 'i panic* attack|attacks', 4],
  ['feelings', 'cannot|cant|couldnt sleep|eat|breathe|concentrate|cope', 1],
  ['feelings', 'im|am|i not doing|feeling well|ok|okay|good', 2],
  ['feelings', 'someone|somebody|need to|help talk|cope to|with', 3],
  ['contact', 'my|our email|mail|phone|telephone|mobile|number|address is|number|new|changed', 2],
  ['contact', 'our|my new address|number|phone|email', 0],
  ['contact', 'i|we live|lives|stay|staying|sleep at|in|on|with', 2],
  ['contact', 'call|phone|reach|text|ring my|me at|on|mum|dad|mother|father', 1],
  ['contact', 'you can|could call|reach|phone|ring|write', 1],
  ['contact', 'write|talk|speak to my|them another|mum|dad|parents|mother|father', 1],
  ['time', 'more|extra|longer time|days|hours for|to|please|i|than|because', 2],
  ['time', 'give|need|have|get|want me|i|more|an extension|time|days', 2],
  ['time', 'an|my extension because|for|of|until|please|on', 0],
  ['time', 'i|we hand mine|in|it|this|my|mine late|later|tomorrow|friday|monday|week', 4],
  ['time', 'do|write|take|make|sit the|my|it|this quiz|exam|test|it later|alone|again|another', 1],
  [
    'time',
    'i could|couldnt|was|wasnt|am|cannot not|here|able|unable|there|finish|at|do because|my|finish|come|do|home|sit|this',
    2,
  ],
  ['time', 'i will|ill|cannot|cant|have|had miss|come|be|stay|to|go the|to|absent|away|home|lesson', 1],
  ['confession', 'i copied|cheated|lied|stole|plagiari*', 2],
  ['confession', 'i|im|am sorry|apologise|apologize that|for|i|about|and|if', 1],
  ['confession', 'and|im|am|so|very sorry', 1],
  ['confession', 'i forgot|havent|didnt|not|never to|done|do|read|the it|do|my|homework|book', 1],
  ['confession', 'did|have not|never do|done|read the|my|it homework|work|book', 1],
  ['confession', 'handed|sent|uploaded in|the wrong file|work|version|one', 2],
  ['confession', 'i wrote|said|did|posted something stupid|wrong|bad|mean|about', 1],
];

const MY_KIN = 'امي|ابي|والدي|والدتي|والداي|جدي|جدتي|اخي|اختي|خالي|خالتي|عمي|عمتي|عائلتي|كلبي|قطتي|اسرتي';
const MY_PARENTS = 'امي|ابي|والدي|والدتي|والداي';

const AR_AILS =
  'مريض*|مرضت|متعب*|حراره|حمي|صداع|حساسيه|عسر|فرط|نوبه|نوبات|ربو|سكري|صرع|مصاب*|عمليه|جراح*|المستشفي|مستشفي|عياده|العياده|طبيب|الطبيب|الاسنان|دواء|ادويه|علاج|انفلونزا|زكام|سعال|دوار|غثيان|كسر|كسرت|جرح|جرحت|اغماء|ارق|كوابيس|اكتئاب|تاتاه|ضعف|اعاقه|عكازين|نزيف|سرطان|اسعاف|ارهاق|التواء';
const AR_LOSS =
  'طلاق|يتطلق*|انفصل*|جنازه|عزاء|توفي*|مات*|وفاه|طردنا|طردونا|ملجا|لاجئ*|مشرد*|السجن|سجن|الشرطه|ديون|عاطل*|الحضانه|مخمور|المخدرات|يتيم*';
const AR_ME = 'انا|كنت|لاني|اني|عندي|لدي|ساكون|اصبت|اجريت|اشعر|اعاني|اصبح|معي|علي|ذهبت|وعندي|مني';

const ARABIC: readonly Cue[] = [
  ['family', 'زوجي|زوجتي|ابني|ابنتي|طليقي|طليقتي|خطيبي|خطيبتي|اولادي|اطفالي|بناتي', 0],
  ['family', 'اعمل ليلا|مساء|بعد', 0],
  ['mark', 'اعطيتني|اعطيتموني|خصمت نقاط|علامه|درجه|6|لي', 1],
  ['contact', 'شارع|زقاق|حي رقم', 2],
  ['private', 'اسمي|باسمي|حسابي', 0],
  ['private', 'لا باس اذا|ان|لو', 0],
  ['private', 'بترك|ترك|اترك|انسحب هذه|هذا|من الماده|الصف|الدوره', 0],
  ['time', 'ساتاخر|سنتاخر|ساسافر|ساخرج', 0],
  ['health', `${AR_ME} ${AR_AILS}`, 3],
  ['health', 'ركبتي|معدتي|كتفي|اذني|ساقي|صدري|رقبتي|معصمي|كاحلي', 0],
  ['family', `${MY_KIN} ${AR_LOSS}|${AR_AILS}`, 4],
  ['family', `${AR_LOSS} ${MY_KIN}|من|البيت|منزلنا`, 1],
  ['family', 'بيتنا|منزلنا من|في|كثير|مزدحم|صاخب|لاعمل', 2],
  ['feelings', 'اشعر|لا بالامان|بالوحده|بالحزن|بالخوف|بالقلق|بالخجل|بالضغط|بالذنب|بالياس|بالاهانه', 1],
  ['feelings', 'استسلم|يئست|اختنق|انهار', 0],
  ['feelings', 'لا اجيد|احسن|اصلح|افهم|اقدر|احتمل|اطيق هذا|شيئا|لشيء|ان|شيء', 0],
  [
    'conflict',
    'دفعني|ركلني|صفعني|شتمني|اهانني|يهينني|يتجاهلني|يتجاهلونني|يزعجني|يضايقني|يضايقونني|هددني|يلمسني|يلاحقني|سخر*|يسخرون|عيرني|بصق',
    0,
  ],
  ['conflict', 'اشاعات|شائعات|اكاذيب عني', 1],
  ['conflict', 'ابعد*|انقل*|تنقل*|تبعد* عنه|عنها|عنهم|مكاني|الي', 2],
  ['mark', 'نسبتي|رصيدي|ترتيبي|تقديري|مستواي|شهادتي', 0],
  ['mark', 'سارسب|ارسب|ساعيد|انجح|سانجح', 0],
  ['mark', 'درجه|علامه|نتيجه ظالم*|منخفض*|سيئ*|غير', 0],
  ['private', 'بيننا', 0],
  ['private', 'شيء|شيئا|امر|كلام|ان اقوله|اقول|اخبره|ابوح|اشرح لك|ليس|هنا', 2],
  ['private', 'ليس هنا|امامهم', 0],
  ['private', 'لا امام احد|الجميع|الصف', 1],
  ['private', 'اقول|اقوله|اشرح|اكتب|اسال لك لكن|وحدك|ليس', 1],
  ['time', 'فاتني|فاتتني|تاخرت|تغيبت|غيابي|تاخري', 0],
  ['time', 'اعيده|اعيد|اؤديه|الاختبار الاختبار|لاحقا|مره|غدا', 1],
  ['time', 'لم احضر|اسلم|اكمل|اتمكن|انه|ات|اذهب', 0],
  ['health', 'انا|كنت|لاني|اني|عندي|لدي|صرت مريض*|متعب*|حراره|حمي|صداع|حساسيه|عسر|فرط|نوبه|ربو|سكري|صرع|مصاب*', 2],
  ['health', 'تقيات|مرضت|اتقيا|استفرغت|اغمي', 0],
  [
    'health',
    'انا|كنت|ساكون|عندي|نزور*|ازور|اراجع في|موعد|المرشد*|الطبيب*|كل|المستشفي المستشفي|طبيب|الطبيب|المرشد*|ثلاثاء|يوم|عند|حتي',
    2,
  ],
  ['health', 'طبيبي|طبيبتي|معالجي|معالجتي|مرضي|عمليتي|دوائي', 0],
  ['health', 'راسي|بطني|ظهري|يدي|ذراعي|رجلي|قدمي|عيني|اسناني|حلقي يؤلم*|تؤلم*|مصاب*|مكسور*|ينزف', 2],
  ['health', 'يؤلمني|تؤلمني', 0],
  ['health', 'جرحت|كسرت|حرقت يدي|رجلي|ذراعي|اصبعي|قدمي', 1],
  ['health', 'اخذ|اتناول دواء|ادويه|حبوب*', 1],
  ['health', 'جاءتني|عندي الدوره', 1],
  ['health', 'بللت|اصبت نفسي|بنوبه|في', 1],
  ['health', 'قراءتي|سمعي|نظري|كتابتي بطيئ*|ضعيف*|سيئ*', 1],
  ['health', 'لم اكل|انم', 0],
  ['family', `${MY_KIN} مريض*|المستشفي|توفي*|مات*|يتطلق*|الطلاق|مسافر*|السجن|عاطل|حادث`, 3],
  ['family', `توفي*|مات*|فقد*|طلاق|مرض*|كسر* ${MY_KIN}|والداي`, 1],
  ['family', 'يتطلقان|جنازه|عزاء|تطلق|طلاق', 0],
  ['family', 'علي ان اساعد|اعتني|اهتم|ارعي', 1],
  ['family', 'مشاكل|صراخ|شجار|عنف|الكهرباء|هادئ|انترنت|نت في|بيتنا|عندنا|كثير بيتنا|البيت|عندنا', 2],
  ['family', 'لا نستطيع|استطيع|نقدر|نملك دفع|شراء|ثمن|المال', 1],
  ['family', 'ليس عندنا|معنا|لدينا|عندي|معي', 0],
  ['family', `${MY_PARENTS} يريد*|تريد*|يسال*|تسال*|يقول*|تقول*|غاضب*|لا يتكلم*|علي|يتكلم*`, 1],
  ['family', 'سننتقل|انتقلنا|ننتقل', 0],
  ['family', 'انا|انام|اسكن|مقيم في|عند|الان البيت|خالتي|عمتي|جدتي|بيت*', 2],
  ['mark', 'درجتي|درجاتي|علامتي|علاماتي|نقاطي|نتيجتي|معدلي', 0],
  ['mark', 'حصلت|اخذت|نلت علي|اقل|12 *', 0],
  ['mark', 'خسرت|فقدت نقاط|نقطه|درجات|ثلاث|علامات', 1],
  ['mark', 'رسبت|ارسب|اعيد السنه|في|الاختبار|مره', 1],
  ['mark', 'نصي|عملي|جوابي سيئ*|ضعيف*|خاطئ*', 1],
  ['private', 'امر|شيء|موضوع|شيئا|هذا خاص|شخصي|سري', 0],
  ['private', 'صور|صوره|رساله خاصه|شخصيه', 0],
  ['private', 'لا|الا تخبر*|تقول*|تقل|تر*|يعرف|يري|تظهر* *', 0],
  ['private', 'انت فقط|وحدك|لوحدك', 0],
  ['private', 'بيني وبينك', 0],
  ['private', 'انه|هذا|لدي|عندي سر', 0],
  ['private', 'انفراد|علي انفراد', 0],
  ['private', 'اخبرك|تخبرك', 0],
  ['private', 'لم اخبر|اقل احد*', 0],
  ['private', 'لا اريد ان يعرف|تعرف|يري', 1],
  ['private', 'اتحدث|اكلم|اتكلم|التحدث معك|اليك', 0],
  ['private', 'اكلمك|احدثك', 0],
  ['private', 'اتحدث معه|اليه', 0],
  ['private', 'من|مع اتحدث', 0],
  ['private', 'حذف|حذفه|تحذف*|احذف* ما|هل|يمكنك|كتب* *', 0],
  ['private', 'يمكنك حذف*', 0],
  ['private', 'كلمه سري|مروري', 0],
  ['private', 'دخل|يدخل باسمي|بحسابي', 1],
  ['private', 'ترك|اترك هذا|الصف الصف|الماده', 1],
  ['conflict', 'لا احد يكلمني|يحبني|يلعب|يسمعني', 3],
  [
    'conflict',
    'يكلمني|يشتمونني|يشتمني|تشتمني|ضربني|يضربني|تضربني|ضربوني|يضربونني|يهددني|يسخر*|يتنمر*|للتنمر|التنمر|تنمر',
    0,
  ],
  ['conflict', 'يضحك*|تضحك*|يضحكون علي|مني', 0],
  ['conflict', 'اخذوا|سرقوا|خبا*|اخذ|سرق مقلمتي|حقيبتي|كتابي|دفتري|قلمي', 1],
  ['conflict', 'يرسل*|ترسل*|يكتب* لي رسائل|كلام*|صور*', 1],
  ['conflict', 'لا اريد العمل|الجلوس|ان|اللعب اعمل|اجلس|اتي|العب|بجانب*|مع|معه*|بعد', 1],
  ['conflict', 'لا اتفق|انسجم', 0],
  ['conflict', 'تغير*|تبدل*|غير مجموعتي|مكاني|مقعدي', 0],
  ['conflict', 'صورتي|صوري', 0],
  ['feelings', 'اخاف|اخشي|اخجل|ابكي|بكيت|خجلان*|قلقان*|يائس*', 0],
  ['feelings', 'انا|واني|اني|لاني خائف*|حزين*|قلق*|وحيد*|محرج*|محبط*|غبي*|خجول*', 1],
  ['feelings', 'اشعر ب*', 0],
  ['feelings', 'اكره|اؤذي|الوم نفسي', 0],
  ['feelings', 'اثق بنفسي', 0],
  ['feelings', 'لست بخير', 0],
  ['feelings', 'نوبه هلع|خوف|بكاء', 0],
  ['feelings', 'لا استطيع النوم|التركيز|الكتابه|التفكير|التنفس', 1],
  ['feelings', 'تظنين|تظن|ترين اني', 0],
  ['contact', 'هاتفي|جوالي|بريدي|عنواني|عنواننا|رقمي|هاتفنا', 0],
  ['contact', 'اسكن|نسكن|اقيم في|عند', 0],
  ['contact', 'الاتصال|اتصل*|تتصل*|تكتب* بامي|بابي|بها|به|بي|لهما|بوالد*', 2],
  ['time', 'وقت|وقتا|مهله|يوم|يوما|بيومين|يومين|ايام اطول|اكثر|اضافي*|زياده', 1],
  ['time', 'تمديد*|بتمديد|مهله', 0],
  ['time', 'اسلم|اسلمه|التسليم متاخرا|متاخره|لاحقا|غدا', 2],
  ['time', 'ساغيب|غبت|اغيب', 0],
  ['time', 'اؤدي|اقدم|اعمل الاختبار|الامتحان|العرض|وحدي لاحقا|وحدي|مره', 1],
  ['time', 'لم اكمل|استطع|اكن|اتمكن لاني|لان|اكمال|هنا|من', 0],
  ['time', 'لم|لا اقدر|استطع|اظن|استطيع الجلوس|اني|اكمال|الكتابه|شراء|العمل', 1],
  ['confession', 'غششت|كذبت|سرقت', 0],
  ['confession', 'نقلت|نسخت جواب*|الواجب|من|العمل', 1],
  ['confession', 'وانا|انا اسف*|نادم*', 0],
  ['confession', 'اعتذر|اعترف|سامحيني|سامحني', 0],
  ['confession', 'نسيت|لم ان|اعمل|اكتب|احل|اقرا اعمل*|الواجب|الكتاب|احل*', 0],
  ['confession', 'سلمت|ارسلت ملف*|عمل* خاط*|غلط', 0],
  ['confession', 'كتبت شيئا|كلاما سخيف*|سيئ*|عن', 0],
  ['confession', 'اضعت|فقدت بطاقتي|كلمه', 0],
];

export const CUES: readonly Cue[] = [...ENGLISH, ...ARABIC];

/** What is said of somebody in the class that is better said to a teacher alone: it stands near a name. */
export const OF_SOMEBODY =
  'kick*|push*|punch*|tease*|mock*|call*|take*|took|pinch*|spit*|shout*|threaten*|ignor*|copied|copies|cheat*|never|nothing|told|tells|mean|rude|hit|hits|stole|steals|annoy*|stupid|lazy|lies|lied|bully*|smell*|mark|grade|points|hate|نقل*|نسخ*|غش*|لا|اخبر*|سيئ*|ضرب*|سرق*|كسول*|غبي*|درجه|علامه|دفع*|ركل*|يضرب*|يسخر*|شتم*|اخذ*|ياخذ*|يزعج*';

/** How somebody is greeted at the beginning, and who is greeted: both, or a title alone. */
export const GREETINGS =
  'dear|hello|hi|hey|good|morning|afternoon|evening|عزيزتي|عزيزي|مرحبا|اهلا|السلام|عليكم|صباح|مساء|الخير|يا|سيدي';
export const TITLES =
  'ms|mr|mrs|miss|mister|sir|madam|teacher|professor|prof|dr|استاذ|استاذه|استاذي|استاذتي|معلم|معلمه|معلمي|معلمتي|المعلم|المعلمه|الاستاذ|الاستاذه';

/** Words in which somebody speaks of themselves. In Arabic it is mostly the ending that does (see `private.ts`). */
export const MYSELF =
  'i|im|ive|id|my|me|myself|mine|we|weve|our|us|انا|اني|لاني|وانا|كنت|عندي|لدي|معي|لي|نفسي|امي|ابي|والدي|والدتي|والداي|جدي|جدتي|بامي|بابي|بوالدتي|اخي|اختي|خالي|خالتي|عمي|عمتي|صديقي|صديقتي|شريكي|شريكتي|زميلي|زميلتي|عائلتي|بيتي|غرفتي|نظارتي|عيني|يدي|راسي|حياتي|واجبي|مقالتي|دفتري|كتابي|حقيبتي|جهازي|نسكن|عندنا|بيتنا|غبت|نمت|بدات|اصبحت|حصلت|اشعر|احتاج|اقلق|اخجل|احب|اكره|اريد';

/** Words with which a question begins: how something is done is asked of everybody. */
export const ASKING =
  'do|does|did|can|could|may|should|would|is|are|was|were|will|how|where|what|which|who|whose|when|why|has|have|must|shall|هل|ما|ماذا|كيف|اين|متي|لماذا|كم|اي|من|الي|بماذا|مع|في|ايهما|فهل';

/** Words of work and of what is seen, reckoned and said about it, in any subject (common practice). */
export const OF_WORK =
  'slide*|article*|group*|book|books|made|build|built|chose|choose|works|opens|load*|mine|photo|rips|turns|flies|keeps|' +
  'question*|answer*|step*|page*|line|lines|chapter|paragraph*|sentence*|word|words|table|picture*|diagram|drawing|graph|link|video|text|story|poem|example*|exercise|number*|result*|experiment|map|chart|title|list|source*|definition*|measur*|understand|understood|think|agree|disagree|found|saw|got|tried|try|used|use|means|says|calls|said|say|know|thanks|thank|solution|formula|equation|value*|degree*|option|look|looked|count*|wrote|read|' +
  'كتاب*|كتابي|كتب|الشرائح|المقاله|مجموعه|مجموعتنا|حدث|جرب|صنعت|اخترنا|اختارت|' +
  'سؤال*|السؤال*|جواب*|الجواب*|خطوه|الخطوه|صفحه|الصفحه|سطر|السطر|فصل|الفصل|فقره|جمله|كلمه|كلمات|جدول|الجدول|صوره|الصوره|رسم|الرسم|رابط|الرابط|نص|النص|قصه|القصه|قصيده|القصيده|مثال|المثال|رقم|خريطه|الخريطه|عنوان|القائمه|قائمه|مصدر*|تعريف*|قسنا|قست|افهم|فهمت|اظن|اوافق|وجدت|رايت|رايناو|راينا|وراي*|جربت|استعمل*|يعني|يقول|تقول|تسميها|شكرا|حل|الحل|قانون|قيمه|درجه|انظروا|كتبنا|قرات|اري';
