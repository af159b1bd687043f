/** A set as a service: what is in it, when, how one song goes into the next. */
export const service = {
  beginning: 'início',
  'minutes that it may take': 'minutos que pode durar',
  rehearsal: 'ensaio',
  '{{title}}: {{said}}': '{{title}}: {{said}}',
  'led by': 'conduzida por',
  'way in this service': 'percurso neste culto',
  '{{title}}: what leads into it': '{{title}}: o que leva até ela',
  '{{title}}: how it is done': '{{title}}: como é feito',
  'at {{hour}}': 'às {{hour}}',
  'about {{minutes}}': 'cerca de {{minutes}}',
  'The order alone': 'Só a ordem',
  'Begins at': 'Começa às',
  'May take': 'Pode durar',
  'Its day has passed: to sing it again, use it again.':
    'O dia já passou: para cantá-la de novo, use-a de novo.',
  '“{{name}}” is on the same day at the same time.': '“{{name}}” é no mesmo dia e na mesma hora.',
  Rehearsal: 'Ensaio',
  'Day of the rehearsal': 'Dia do ensaio',
  At: 'Às',
  'A service holds {{count}} things at most: put what follows into another one._one':
    'Um culto tem no máximo {{count}} coisa: ponha o resto em outro.',
  'A service holds {{count}} things at most: put what follows into another one._other':
    'Um culto tem no máximo {{count}} coisas: ponha o resto em outro.',
  'Put it in a calendar': 'Pôr num calendário',
  'As a table': 'Como tabela',
  'Use it again': 'Usar de novo',
  'Reading, prayer': 'Leitura, oração',
  'What is added': 'O que se acrescenta',
  'Say its day first: a calendar has to know when it is.':
    'Diga primeiro o dia: um calendário precisa saber quando é.',
  'Rehearsal: {{name}}': 'Ensaio: {{name}}',
  '{{minutes}} min': '{{minutes}} min',
  Reading: 'Leitura',
  Prayer: 'Oração',
  Talk: 'Pregação',
  Moment: 'Momento',
  'Both in {{other}}.': 'As duas em {{other}}.',
  '{{one}} and {{other}} have the same notes.': '{{one}} e {{other}} têm as mesmas notas.',
  '{{one}} and {{other}} have the same home.': '{{one}} e {{other}} têm a mesma tônica.',
  '{{one}} to {{other}}: one note differs.': '{{one}} para {{other}}: muda uma nota.',
  '{{one}} to {{other}}: {{steps}} up, heard as a lift.':
    '{{one}} para {{other}}: {{steps}} acima, soa como subida de tom.',
  '{{one}} to {{other}}: far apart, {{count}} of seven notes differ._one':
    '{{one}} para {{other}}: longe, muda {{count}} de sete notas.',
  '{{one}} to {{other}}: far apart, {{count}} of seven notes differ._other':
    '{{one}} para {{other}}: longe, mudam {{count}} de sete notas.',
  'The tempo stays.': 'O andamento fica.',
  'A little {{way}}: {{before}} to {{after}}.': 'Um pouco {{way}}: {{before}} para {{after}}.',
  'The eighths stay: {{before}}, {{after}}.': 'As colcheias ficam: {{before}}, {{after}}.',
  'Eighths {{way}}: {{before}} to {{after}}.': 'Colcheias {{way}}: {{before}} para {{after}}.',
  faster: 'mais rápido',
  slower: 'mais lento',
  'Twice as fast: {{before}} to {{after}}.': 'O dobro do andamento: {{before}} para {{after}}.',
  'Half as fast: {{before}} to {{after}}.': 'Metade do andamento: {{before}} para {{after}}.',
  'Faster, begun anew: {{before}} to {{after}}.':
    'Mais rápido, recomeça: {{before}} para {{after}}.',
  'Slower, begun anew: {{before}} to {{after}}.':
    'Mais lento, recomeça: {{before}} para {{after}}.',
  '{{from}} into {{to}}.': '{{from}} para {{to}}.',
  '{{first}} into {{second}}': '{{first}} para {{second}}',
  'Nothing is in it yet.': 'Ainda não há nada.',
  '{{count}} slow songs in a row, from {{first}} on._one':
    '{{count}} música lenta, a partir de {{first}}.',
  '{{count}} slow songs in a row, from {{first}} on._other':
    '{{count}} músicas lentas seguidas, a partir de {{first}}.',
  '{{name}} is in it twice.': '{{name}} está duas vezes.',
  'It takes {{over}} longer than the {{most}} minutes there are.':
    'Passa {{over}} dos {{most}} minutos que há.',
  'What leads into {{name}} was made for another song before it, and is not played.':
    'O que leva até {{name}} foi feito para outra música antes, e não é tocado.',
  'What is played under {{name}} is in another key than what comes.':
    'O que se toca sob {{name}} está em outro tom que o que vem.',
  '{{name}} in {{key}}: {{verdict}}.': '{{name}} em {{key}}: {{verdict}}.',
  'What to think about': 'Em que pensar',
  'The order is taken': 'Ordem adotada',
  'Smoother in this order:': 'Mais fluido nesta ordem:',
  'A smoother order': 'Uma ordem mais fluida',
  'Take this order': 'Usar esta ordem',
  'The seams are heard less so, and in no other order less; what keeps its place stays.':
    'Assim as emendas se ouvem menos, e em nenhuma outra ordem menos; o que guarda o lugar fica.',
  'The seams are heard less so; not every order was tried.':
    'Assim as emendas se ouvem menos; nem toda ordem foi tentada.',
  'The service in time': 'O culto no tempo',
  '{{begins}} to {{end}}': '{{begins}} às {{end}}',
  '{{minutes}} in all': '{{minutes}} ao todo',
  '{{minutes}} of it music': '{{minutes}} de música',
  'What is open until the signal is taken as played three times.':
    'O que fica aberto até o sinal conta como tocado três vezes.',
  'with a bed under it': 'com fundo musical',
  'keeps its place': 'guarda o lugar',
  'Minutes of {{title}}': 'Minutos de {{title}}',
  'How {{title}} goes here': 'Como {{title}} vai aqui',
  'Lead in from {{before}} to {{after}}': 'Passagem de {{before}} para {{after}}',
  'Led in by {{name}}: from {{before}} to {{after}}':
    'Passagem por {{name}}: de {{before}} para {{after}}',
  'Lead in': 'Passagem',
  'Led in by {{name}}': 'Passagem por {{name}}',
  'goes another way here': 'vai por outro caminho aqui',
  '{{key}} suits {{who}} better: take it for {{title}}':
    '{{key}} serve melhor a {{who}}: usar em {{title}}',
  '{{key}} suits {{who}} better': '{{key}} serve melhor a {{who}}',
  'From {{before}} into {{after}}': 'De {{before}} para {{after}}',
  'The last chord and the first share {{notes}}.':
    'O último acorde e o primeiro têm em comum {{notes}}.',
  'The last chord and the first share no note.':
    'O último acorde e o primeiro não têm nota em comum.',
  'What leads into it': 'O que leva até ela',
  'Bars that lead into it, in its numbers': 'Compassos que levam até ela, nos números dela',
  'Ways into it': 'Caminhos até ela',
  'Nothing between': 'Nada entre elas',
  'As its chart says': 'Como diz a cifra',
  '“{{name}}” is a service of its own now': '“{{name}}” agora é um culto próprio',
  'Everything in it comes along: songs with their keys and ways, who leads them, bridges, what is spoken. The rehearsal does not.':
    'Vem tudo: músicas com seus tons e percursos, quem as conduz, passagens, o que é falado. O ensaio não.',
  'Make the service': 'Fazer o culto',
  'What it is': 'O que é',
  Minutes: 'Minutos',
  'Who does it': 'Quem faz',
  'Keeps its place when a smoother order is looked for':
    'Guarda o lugar quando se procura uma ordem mais fluida',
  'Played under it': 'Tocado por baixo',
  'Soft and open-ended, until whoever speaks has ended; in {{key}}, as what comes.':
    'Suave e sem fim marcado, até quem fala terminar; em {{key}}, como o que vem.',
  'No song comes after it: there is no key to play in.':
    'Não vem música depois: não há tom para tocar.',
  'Make a bed in {{key}}': 'Fazer um fundo em {{key}}',
  'Bars that are played under it': 'Compassos que se tocam por baixo',
  '{{title}} in this service': '{{title}} neste culto',
  'Keys for who sings it': 'Tons para quem canta',
  'The chart has no tune: what is sung is not known, so no voice was asked.':
    'A cifra não tem melodia: não se sabe o que é cantado, nenhuma voz foi consultada.',
  'No voice is noted of who leads it: name somebody whose voice is, or note it under Key.':
    'Não há voz anotada de quem conduz: diga alguém que tenha, ou anote em Tom.',
  'Keys for {{names}}': 'Tons para {{names}}',
  '{{name}} sings it in {{key}}': '{{name}} canta em {{key}}',
  '{{name}} sings it in {{key}}: take it for {{title}}':
    '{{name}} canta em {{key}}: usar em {{title}}',
  'not used for a month': 'sem uso há um mês',
  'not used for three months': 'sem uso há três meses',
  'not used for a year': 'sem uso há um ano',
  'Last used': 'Último uso',
  'Only songs that were not used for three months': 'Só músicas sem uso há três meses',
  'Whose turn': 'De quem é a vez',
  'Who waits longest stands first.': 'Quem espera há mais tempo vem primeiro.',
  'Services and songs': 'Cultos e músicas',
  'Add what is spoken: a reading, a prayer, with its minutes and who does it':
    'Acrescentar o que se fala: uma leitura, uma oração, com minutos e quem faz',
  'Say who leads a song here, and let it go another way for this service only':
    'Dizer quem conduz uma música aqui, e mudar o percurso só neste culto',
  'Lead from one song into the next: choose bars, hear them, write them otherwise':
    'Passar de uma música à próxima: escolher compassos, ouvi-los, escrevê-los de outro modo',
  'Play softly under what is spoken': 'Tocar suave por baixo do que se fala',
  'Take an order in which keys and tempos jump less':
    'Usar uma ordem em que tons e andamentos saltam menos',
  'Print all its charts at once, or the order alone':
    'Imprimir todas as cifras de uma vez, ou só a ordem',
  'Put it and its rehearsal in a calendar, with reminders':
    'Pôr o culto e o ensaio num calendário, com lembretes',
  'Use it again on another day': 'Usar de novo em outro dia',
  'bed in {{key}}': 'fundo em {{key}}',
  now: 'agora',
  'Take {{key}}': 'Usar {{key}}',
  'The way it goes here': 'O percurso aqui',
  'left out here': 'fica de fora aqui',
  'Change the way here': 'Mudar o percurso aqui',
  'Names of the team': 'Nomes da equipe',
} as const;
