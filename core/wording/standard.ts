/**
 * Words that every game needs and nobody wants to translate again: buttons, volumes, pause, keys. Our own translations,
 * found by the English text they stand for, so that any template whose words are these gets them. {names} stay.
 */
const ENGLISH = [
  'Play',
  'How to play',
  'Options',
  'About',
  'Back',
  'More',
  'Sounds {sound-volume} %',
  'Music {music-volume} %',
  'Go on',
  'Once more',
  'To the start',
  'Skip',
  'Taking a breath',
  '{score} points. Your best: {best}',
  '{score} of {goal}',
  '{time} s',
  'Arrow keys, or A and D. On a phone hold and slide a finger anywhere. Esc takes a break.',
  'Next level',
  'Levels',
  'Where to?',
  '{done} % done',
  'Best: {level-best}',
  'Not done yet',
  'After “{before}”',
  '{level-name}: done!',
  'Level {level} of {levels}. Points so far: {total}',
] as const

const TRANSLATED: Record<string, readonly string[]> = {
  de: [
    ...['Spielen', 'So geht’s', 'Einstellungen', 'Über', 'Zurück', 'Mehr', 'Töne {sound-volume} %'],
    ...['Musik {music-volume} %', 'Weiter', 'Noch einmal', 'Zum Anfang', 'Überspringen', 'Kurze Pause'],
    ...['{score} Punkte. Dein Bestes: {best}', '{score} von {goal}', '{time} s'],
    'Pfeiltasten oder A und D. Am Handy einen Finger halten und schieben. Esc macht Pause.',
    ...[
      'Nächstes Level',
      'Levels',
      'Wohin?',
      '{done} % geschafft',
      'Bestes: {level-best}',
      'Noch nicht geschafft',
      'Nach „{before}“',
      '{level-name}: geschafft!',
      'Level {level} von {levels}. Punkte bisher: {total}',
    ],
  ],
  fr: [
    ...['Jouer', 'Comment jouer', 'Réglages', 'À propos', 'Retour', 'Suite', 'Sons {sound-volume} %'],
    ...['Musique {music-volume} %', 'Continuer', 'Encore une fois', 'Au début', 'Passer', 'Une petite pause'],
    ...['{score} points. Ton record : {best}', '{score} sur {goal}', '{time} s'],
    'Flèches, ou A et D. Au téléphone, garde un doigt posé et glisse. Échap fait une pause.',
    ...[
      'Niveau suivant',
      'Niveaux',
      'Où aller ?',
      '{done} % terminé',
      'Record : {level-best}',
      'Pas encore fait',
      'Après « {before} »',
      '{level-name} : terminé !',
      'Niveau {level} sur {levels}. Points : {total}',
    ],
  ],
  es: [
    ...['Jugar', 'Cómo se juega', 'Opciones', 'Acerca de', 'Volver', 'Más', 'Sonidos {sound-volume} %'],
    ...['Música {music-volume} %', 'Seguir', 'Otra vez', 'Al inicio', 'Saltar', 'Un respiro'],
    ...['{score} puntos. Tu mejor: {best}', '{score} de {goal}', '{time} s'],
    'Flechas, o A y D. En el móvil, mantén y desliza un dedo. Esc hace una pausa.',
    ...[
      'Siguiente nivel',
      'Niveles',
      '¿Adónde?',
      '{done} % hecho',
      'Mejor: {level-best}',
      'Aún sin hacer',
      'Después de “{before}”',
      '{level-name}: ¡hecho!',
      'Nivel {level} de {levels}. Puntos: {total}',
    ],
  ],
  pt: [
    ...['Jogar', 'Como se joga', 'Opções', 'Sobre', 'Voltar', 'Mais', 'Sons {sound-volume} %'],
    ...['Música {music-volume} %', 'Continuar', 'Outra vez', 'Ao início', 'Saltar', 'Uma pausa'],
    ...['{score} pontos. O teu melhor: {best}', '{score} de {goal}', '{time} s'],
    'Setas, ou A e D. No telemóvel, mantém e desliza um dedo. Esc faz uma pausa.',
    ...[
      'Próximo nível',
      'Níveis',
      'Para onde?',
      '{done} % feito',
      'Melhor: {level-best}',
      'Ainda por fazer',
      'Depois de “{before}”',
      '{level-name}: feito!',
      'Nível {level} de {levels}. Pontos: {total}',
    ],
  ],
  it: [
    ...['Gioca', 'Come si gioca', 'Opzioni', 'Informazioni', 'Indietro', 'Altro', 'Suoni {sound-volume} %'],
    ...['Musica {music-volume} %', 'Continua', 'Ancora una volta', 'All’inizio', 'Salta', 'Un attimo di respiro'],
    ...['{score} punti. Il tuo record: {best}', '{score} di {goal}', '{time} s'],
    'Frecce, oppure A e D. Sul telefono tieni e sposta un dito. Esc mette in pausa.',
    ...[
      'Avanti',
      'Livelli',
      'Dove si va?',
      '{done} % fatto',
      'Record: {level-best}',
      'Ancora da fare',
      'Dopo “{before}”',
      '{level-name}: fatto!',
      'Livello {level} di {levels}. Punti: {total}',
    ],
  ],
  nl: [
    ...['Spelen', 'Hoe het gaat', 'Instellingen', 'Over', 'Terug', 'Meer', 'Geluid {sound-volume} %'],
    ...['Muziek {music-volume} %', 'Verder', 'Nog een keer', 'Naar het begin', 'Overslaan', 'Even pauze'],
    ...['{score} punten. Je beste: {best}', '{score} van {goal}', '{time} s'],
    'Pijltjes, of A en D. Op een telefoon houd je een vinger vast en schuif je. Esc is pauze.',
    ...[
      'Volgend level',
      'Levels',
      'Waarheen?',
      '{done} % klaar',
      'Beste: {level-best}',
      'Nog niet gehaald',
      'Na “{before}”',
      '{level-name}: gehaald!',
      'Level {level} van {levels}. Punten: {total}',
    ],
  ],
  sv: [
    ...['Spela', 'Så spelar du', 'Inställningar', 'Om', 'Tillbaka', 'Mer', 'Ljud {sound-volume} %'],
    ...['Musik {music-volume} %', 'Fortsätt', 'En gång till', 'Till början', 'Hoppa över', 'En liten paus'],
    ...['{score} poäng. Ditt bästa: {best}', '{score} av {goal}', '{time} s'],
    'Piltangenter, eller A och D. På mobilen: håll och dra ett finger. Esc pausar.',
    ...[
      'Nästa bana',
      'Banor',
      'Vart?',
      '{done} % klart',
      'Bästa: {level-best}',
      'Inte klarad än',
      'Efter ”{before}”',
      '{level-name}: klar!',
      'Bana {level} av {levels}. Poäng hittills: {total}',
    ],
  ],
  da: [
    ...['Spil', 'Sådan spiller du', 'Indstillinger', 'Om', 'Tilbage', 'Mere', 'Lyde {sound-volume} %'],
    ...['Musik {music-volume} %', 'Fortsæt', 'En gang til', 'Til start', 'Spring over', 'En lille pause'],
    ...['{score} point. Din bedste: {best}', '{score} af {goal}', '{time} s'],
    'Piletaster, eller A og D. På mobilen: hold og træk en finger. Esc holder pause.',
    ...[
      'Næste bane',
      'Baner',
      'Hvorhen?',
      '{done} % klaret',
      'Bedste: {level-best}',
      'Ikke klaret endnu',
      'Efter “{before}”',
      '{level-name}: klaret!',
      'Bane {level} af {levels}. Point indtil nu: {total}',
    ],
  ],
  pl: [
    ...['Graj', 'Jak grać', 'Opcje', 'O grze', 'Wstecz', 'Więcej', 'Dźwięki {sound-volume} %'],
    ...['Muzyka {music-volume} %', 'Dalej', 'Jeszcze raz', 'Na początek', 'Pomiń', 'Chwila oddechu'],
    ...['Punkty: {score}. Twój rekord: {best}', '{score} z {goal}', '{time} s'],
    'Strzałki albo A i D. Na telefonie przytrzymaj i przesuwaj palec. Esc robi przerwę.',
    ...[
      'Następny',
      'Poziomy',
      'Dokąd?',
      'Ukończono {done} %',
      'Rekord: {level-best}',
      'Jeszcze nieukończony',
      'Po „{before}”',
      '{level-name}: gotowe!',
      'Poziom {level} z {levels}. Punkty: {total}',
    ],
  ],
  uk: [
    ...['Грати', 'Як грати', 'Налаштування', 'Про гру', 'Назад', 'Ще', 'Звуки {sound-volume} %'],
    ...['Музика {music-volume} %', 'Далі', 'Ще раз', 'На початок', 'Пропустити', 'Перепочинок'],
    ...['Очки: {score}. Твій рекорд: {best}', '{score} з {goal}', '{time} с'],
    'Стрілки або A і D. На телефоні тримай і веди пальцем. Esc ставить на паузу.',
    ...[
      'Наступний',
      'Рівні',
      'Куди?',
      'Пройдено {done} %',
      'Рекорд: {level-best}',
      'Ще не пройдено',
      'Після «{before}»',
      '{level-name}: пройдено!',
      'Рівень {level} з {levels}. Очки: {total}',
    ],
  ],
  tr: [
    ...['Oyna', 'Nasıl oynanır', 'Ayarlar', 'Hakkında', 'Geri', 'Daha', 'Sesler %{sound-volume}'],
    ...['Müzik %{music-volume}', 'Devam', 'Bir daha', 'Başa dön', 'Geç', 'Kısa bir mola'],
    ...['{score} puan. En iyin: {best}', '{score} / {goal}', '{time} sn'],
    'Ok tuşları ya da A ve D. Telefonda parmağını basılı tutup kaydır. Esc mola verir.',
    ...[
      'Sonraki bölüm',
      'Bölümler',
      'Nereye?',
      '%{done} tamam',
      'En iyi: {level-best}',
      'Henüz bitmedi',
      '“{before}” bitince',
      '{level-name}: tamam!',
      'Bölüm {level} / {levels}. Puan: {total}',
    ],
  ],
  cy: [
    ...['Chwarae', 'Sut i chwarae', 'Dewisiadau', 'Ynghylch', 'Yn ôl', 'Mwy', 'Seiniau {sound-volume} %'],
    ...['Cân {music-volume} %', 'Ymlaen', 'Unwaith eto', 'I’r dechrau', 'Neidio', 'Cael hoe'],
    ...['{score} pwynt. Dy orau: {best}', '{score} o {goal}', '{time} s'],
    'Saethau, neu A a D. Ar ffôn, dal bys i lawr a’i lithro. Esc i gael hoe.',
    ...[
      'Lefel nesaf',
      'Lefelau',
      'I ble?',
      '{done} % ar ben',
      'Gorau: {level-best}',
      'Heb ei wneud eto',
      'Ar ôl “{before}”',
      '{level-name}: wedi’i wneud!',
      'Lefel {level} o {levels}. Pwyntiau: {total}',
    ],
  ],
  ja: [
    ...['あそぶ', 'あそびかた', 'せってい', 'このゲーム', 'もどる', 'つぎへ', '効果音 {sound-volume} %'],
    ...['音楽 {music-volume} %', 'つづける', 'もういちど', 'はじめにもどる', 'とばす', 'ひとやすみ'],
    ...['{score} 点。ベスト：{best}', '{score} / {goal}', '{time} 秒'],
    '矢印キー、または A と D。スマホでは指をおいたまま動かす。Esc で休む。',
    ...[
      '次のステージ',
      'ステージ',
      'どこへ行く？',
      '{done} % クリア',
      'ベスト：{level-best}',
      'まだクリアしていない',
      '「{before}」のあと',
      '{level-name} クリア！',
      'ステージ {level} / {levels}。ここまで {total} 点',
    ],
  ],
}

/** Tags the standard words ship in, English not counted. */
export const STANDARD_LANGUAGES: readonly string[] = Object.keys(TRANSLATED)

const base = (tag: string): string => tag.toLowerCase().split('-')[0]!

/** A standard word in a language; undefined for a word that is none, or a language without them. */
export function standardWord(english: string, tag: string): string | undefined {
  const at = (ENGLISH as readonly string[]).indexOf(english)
  return at < 0 ? undefined : base(tag) === 'en' ? english : TRANSLATED[base(tag)]?.[at]
}

/** The English a standard word stands for, from any language it ships in. */
export function standardEnglish(text: string): string | undefined {
  if ((ENGLISH as readonly string[]).includes(text)) return text
  for (const words of Object.values(TRANSLATED)) {
    const at = words.indexOf(text)
    if (at >= 0) return ENGLISH[at]
  }
  return undefined
}
