import type { Cue } from './cues';
import { ARABIC } from './cues-arabic';
import { ENGLISH } from './cues-english';

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
