/** What readers pencil into charts. */
export const pencil = {
  Pencil: 'Lápis',
  'Pencil: highlight bars, write at them, mark those that you leave out':
    'Lápis: destacar compassos, escrever neles, marcar os que você deixa de fora',
  'highlighted:': 'destacado:',
  'not I': 'eu não',
  'Not I': 'Eu não',
  Highlight: 'Destacar',
  'Bar before': 'Compasso anterior',
  'Bar after': 'Compasso seguinte',
  '{{section}}, bar {{bar}}': '{{section}}, compasso {{bar}}',
  'Words at this bar': 'Palavras neste compasso',
  'Pencilled at bars that are gone: {{words}}':
    'Escrito em compassos que não existem mais: {{words}}',
  Forget: 'Esquecer',
};
