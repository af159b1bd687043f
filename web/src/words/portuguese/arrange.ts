/** The words of arranging a whole song. */
export const arrange = {
  Arrange: 'Arranjo',
  'Arrange it again': 'Arranjar de novo',
  'Arrange the song': 'Arranjar a música',
  'Arrange the song, or stop': 'Arranjar a música, ou parar',
  'Hear it as arranged, or stop': 'Ouvir como arranjada, ou parar',
  'Arrange the whole song': 'Arranjar a música inteira',
  'Arranging the song': 'Arranjando a música',
  'As arranged': 'Como arranjada',
  'As it stands': 'Como está',
  'As proposed before': 'Como proposta antes',
  'As it was made': 'Como foi feito',
  'What it is made of': 'De que é feito',
  'How thin it begins': 'Quão ralo começa',
  'How full it gets': 'Quão cheio fica',
  'Growth each time': 'Cresce a cada vez',
  'As usual': 'Como de costume',
  'Broken chords that get fuller from verse to chorus, over a left hand that moves.':
    'Acordes quebrados que se enchem da estrofe ao refrão, sobre uma mão esquerda que se move.',
  Colour: 'Cor',
  'Draw it over the columns, or with the arrow keys.':
    'Desenhe sobre as colunas, ou com as setas do teclado.',
  Driving: 'Com pulso',
  Ending: 'Final',
  'For a player who is': 'Para quem toca e é',
  'Hear it from': 'Ouvir a partir de',
  'Held back': 'Contido',
  'How full it is': 'Quanto se toca',
  'How it is as it is played': 'Como é quando se toca',
  Intro: 'Introdução',
  'Intro, patterns, left hand, loudness, colours, moves, runs and ending are proposed along the arc below. Nothing is written before you take it.':
    'Introdução, padrões, mão esquerda, volume, cores, passagens, corridas e final são propostos ao longo do arco abaixo. Nada é escrito antes de você aceitar.',
  'It could not be arranged. Try again in a moment.':
    'Não foi possível arranjar. Tente de novo daqui a pouco.',
  Keep: 'Manter',
  Kept: 'Mantido',
  'Long chords and much silence; full only in the last chorus.':
    'Acordes longos e muito silêncio; cheio só no último refrão.',
  'Many colours': 'Muitas cores',
  Move: 'Passagem',
  'Not all that you kept could stay:': 'Nem tudo que você manteve pôde ficar:',
  'Nothing is proposed: the chart says all of it itself, or the style leaves it plain.':
    'Nada é proposto: a cifra já diz tudo, ou o estilo a deixa simples.',
  'Passing chords and rich chords under plain patterns; slow songs that want harmony.':
    'Acordes de passagem e acordes ricos sob padrões simples; para músicas lentas que pedem harmonia.',
  Pattern: 'Padrão',
  Rolling: 'Ondulante',
  Run: 'Corrida',
  Runs: 'Corridas',
  'Stop: {{name}}': 'Parar: {{name}}',
  'Struck chords on a left hand with a pulse; each chorus stronger than the one before.':
    'Acordes batidos sobre uma mão esquerda com pulso; cada refrão mais forte que o anterior.',
  Style: 'Estilo',
  'Take all {{count}}_one': 'Aceitar a única',
  'Take all {{count}}_other': 'Aceitar as {{count}}',
  'Take only this': 'Aceitar só isto',
  'Take {{count}} of {{all}}_one': 'Aceitar {{count}} de {{all}}',
  'Take {{count}} of {{all}}_other': 'Aceitar {{count}} de {{all}}',
  'The arc of the song': 'O arco da música',
  'The chart has changed since this was proposed. Ask again for what fits it now.':
    'A cifra mudou desde a proposta. Peça de novo o que serve agora.',
  'The chart has changed since. Ask again.': 'A cifra mudou desde então. Peça de novo.',
  'There is no bar here yet.': 'Ainda não há compasso aqui.',
  'What is the best there is, and what is not': 'O que é o melhor que há, e o que não é',
  'at home in it': 'do meio',
  colour: 'cor',
  density: 'densidade',
  height: 'altura',
  'new to it': 'iniciante',
  strong: 'forte',
  '{{count}} choices stand in the song._one': 'Uma escolha está na música.',
  '{{count}} choices stand in the song._other': '{{count}} escolhas estão na música.',
  '{{count}} choices stand in the song; the others could not be written with them._one':
    'Uma escolha está na música; as outras não puderam ser escritas com ela.',
  '{{count}} choices stand in the song; the others could not be written with them._other':
    '{{count}} escolhas estão na música; as outras não puderam ser escritas com elas.',
  '{{count}} that you left out stay out: let them come again_one':
    'Uma que você deixou de fora fica de fora: deixe que volte',
  '{{count}} that you left out stay out: let them come again_other':
    '{{count}} que você deixou de fora ficam de fora: deixe que voltem',
  '{{percent}} %, as usual': '{{percent}} %, como de costume',
  '{{percent}} %, drawn': '{{percent}} %, desenhado',
  'A chord under each note of a bare tune, in four parts, by the rules of the textbooks; written for both hands.':
    'Um acorde sob cada nota de uma melodia nua, a quatro vozes, pelas regras dos livros; escrito para as duas mãos.',
  'A hymn from its tune': 'Um hino a partir da melodia',
  'Harmonise the tune': 'Harmonizar a melodia',
  'Harmonising the tune': 'Harmonizando a melodia',
  'How it is harmonised': 'Como é harmonizada',
  'It could not be harmonised. Try again in a moment.':
    'Não foi possível harmonizar. Tente de novo daqui a pouco.',
  'On two staves': 'Em duas pautas',
  Phrases: 'Frases',
  'The chord may change': 'O acorde pode mudar',
  'The stanza stands in the chart, with what both hands play.':
    'A estrofe está na cifra, com o que as duas mãos tocam.',
  'What is arranged': 'O que se arranja',
  gospel: 'gospel',
  'on each beat': 'a cada tempo',
  'on each half bar': 'a cada meio compasso',
  'with passing chords': 'com acordes de passagem',
  '{{count}} inner notes are not in the left hand_one': 'Uma nota interna não está na mão esquerda',
  '{{count}} inner notes are not in the left hand_other':
    '{{count}} notas internas não estão na mão esquerda',
  '{{count}} steps break a rule of four parts: the tune leaves no other way._one':
    'Um passo quebra uma regra das quatro vozes: a melodia não deixa outro caminho.',
  '{{count}} steps break a rule of four parts: the tune leaves no other way._other':
    '{{count}} passos quebram uma regra das quatro vozes: a melodia não deixa outro caminho.',
  'Two staves': 'Duas pautas',
  'The staves could not be loaded. Try again in a moment.':
    'Não foi possível carregar as pautas. Tente de novo daqui a pouco.',
  '{{count}} bars on two staves_one': '{{count}} compasso em duas pautas',
  '{{count}} bars on two staves_other': '{{count}} compassos em duas pautas',
  'For the last time only': 'Só para a última vez',
  'Left hands and runs are for you; the rest stands in the chart for everybody.':
    'Mãos esquerdas e corridas são para você; o resto fica na cifra para todos.',
};
