/** Questions as they are typed, one of each kind: the signs are read as they stand here, whatever the language. */
export const LINES_EXAMPLE = {
  en: `1. How far does the water rise? [2]
( ) four metres
(x) five metres
why: From low to high water.

2. Which are clouds?
[x] cirrus
[x] stratus
[ ] sirocco

3. Where does the wind come from?
= nor'east | north-east

4. How deep is it?
= 3.8 m ± 0.1
hint: Subtract.

5. Fog is a cloud.
= true

6. Why do they stay?
= text, 20 to 60 words

7. The moon
_ The moon {pulls|draws} the sea.

8. Who lives where?
limpet -> rock
crab -> sand

9. Put them in order.
1) cloud
2) rain

== Sums (2 of them, shuffled)
10. What is {a} and {b}?
with a from 2 to 9
with b from 1 to 5
= (a + b)`,
  ar: `1. كم يرتفع الماء؟ [2]
( ) أربعة أمتار
(x) خمسة أمتار
why: من الجزر إلى المد.

2. أيها غيوم؟
[x] سمحاق
[x] طبقي
[ ] خماسين

3. من أين تأتي الريح؟
= الشمال الشرقي | شمال شرق

4. كم العمق؟
= 3.8 m ± 0.1
hint: اطرح.

5. الضباب غيمة.
= true

6. لماذا تبقى؟
= text, 20 to 60 words

7. القمر
_ القمر {يجذب|يشد} البحر.

8. من يسكن أين؟
بطلينوس -> صخرة
سرطان -> رمل

9. رتّبها.
1) غيمة
2) مطر`,
} as const;
