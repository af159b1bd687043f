/** Help, settings, and how a chart is typed, in short. */
export const help = {
  Settings: 'Ajustes',
  Help: 'Ajuda',
  help: 'ajuda',
  'This help': 'Esta ajuda',
  'Take back what was just done': 'Desfazer o que acabou de ser feito',
  'Close what is open': 'Fechar o que está aberto',
  'Go through what can be pressed': 'Passar pelo que se pode apertar',
  'The browser’s own search': 'A busca do próprio navegador',
  'Help: {{screen}}': 'Ajuda: {{screen}}',
  'What can be done here': 'O que se pode fazer aqui',
  Everywhere: 'Em toda parte',
  'What the marks say': 'O que os sinais dizem',
  'How a chart is typed': 'Como se digita uma cifra',
  'A chord': 'Um acorde',
  'degree of the key, its quality, after a slash the bass; the letters hang beneath':
    'grau do tom, sua qualidade, depois da barra o baixo; as letras ficam embaixo',
  'Out of the key': 'Fora do tom',
  'what is slanted and coloured has notes that the key has not':
    'o que está inclinado e colorido tem notas que o tom não tem',
  Early: 'Antecipado',
  'it sounds at the count before the line; R is the right hand alone':
    'soa na contagem antes da barra; R é só a mão direita',
  'How it ends': 'Como termina',
  'rings on; short, then silence; accented; held (fermata)':
    'deixa soar; curto, depois silêncio; acentuado; sustentado (fermata)',
  'Silence and holding': 'Silêncio e ligadura',
  'no sound; the chord before sounds on; the bar before again':
    'sem som; o acorde anterior continua; o compasso anterior de novo',
  'Played twice': 'Toca-se duas vezes',
  'between the repeat signs; how often stands beneath the name':
    'entre os sinais de repetição; quantas vezes, sob o nome',
  'fields stand above the first section': 'os campos ficam acima da primeira seção',
  'major; F# minor for minor': 'maior; F# minor para menor',
  'beats in a minute': 'batidas por minuto',
  'the order of playing': 'a ordem em que se toca',
  'a section begins with its name and a colon': 'uma seção começa com nome e dois-pontos',
  'it is played twice': 'toca-se duas vezes',
  'bars, parted by lines; chords share theirs':
    'compassos, separados por barras; os acordes dividem o seu',
  'a degree, then its quality': 'um grau, depois sua qualidade',
  'a bass; flat and sharp degrees': 'um baixo; graus bemóis e sustenidos',
  'a dot holds the chord for one part more': 'um ponto segura o acorde por mais uma parte',
  'early: an eighth, a sixteenth; right hand alone':
    'antecipado: uma colcheia, uma semicolcheia; só a mão direita',
  'rings, stops short, accented, held': 'deixa soar, corta, acentuado, sustentado',
  'silence; the bar before again': 'silêncio; o compasso anterior de novo',
  'words, with a line where the bars have theirs':
    'a letra, com barras onde os compassos têm as suas',
  'the tune in degrees': 'a melodia em graus',
  'a direction for the section': 'uma indicação para a seção',
  'bars after these, the first time only': 'compassos depois destes, só na primeira vez',
  'another metre, another tempo, back to it': 'outro compasso, outro andamento, de volta a ele',
  'Open a draft where it belongs, or save it as new':
    'Abrir um rascunho no seu lugar, ou salvar como novo',
  'Download a draft, or throw it away': 'Baixar um rascunho, ou jogar fora',
  'Paste a text: chords over the words, or a chart':
    'Colar um texto: acordes sobre a letra, ou uma cifra',
  'Put the key right, if it was guessed': 'Corrigir o tom, se foi suposto',
  'Keep the song; nothing is kept before': 'Guardar a música; antes nada é guardado',
  'Choose what is printed, and on which paper': 'Escolher o que se imprime, e em que papel',
  'Print, or save a PDF from the browser’s own window':
    'Imprimir, ou salvar um PDF pela janela do próprio navegador',
  'Give it a name, a date, a leader, notes': 'Dar nome, data, direção, recados',
  'Move a song by its handle': 'Mover uma música pela alça',
  'Move it by keys, from its handle': 'Mover por teclas, a partir da alça',
  'Choose the key a song is sung in here, and write a note for it':
    'Escolher o tom em que se canta aqui, e deixar um recado',
  'Play through it at the music stand, song by song': 'Tocar tudo na estante, música por música',
  'Give it to the band by a link': 'Passar à banda por um link',
  'Look at earlier versions and put one back': 'Ver versões anteriores e voltar a uma',
  'Open a set, to order its songs and choose their keys':
    'Abrir um repertório, para ordenar as músicas e escolher os tons',
  'Delete a set; what was deleted can be taken back':
    'Apagar um repertório; o que foi apagado pode voltar',
  'Choose the language of the pages': 'Escolher a língua das páginas',
  'Choose light or dark pages': 'Escolher páginas claras ou escuras',
  'Choose how charts are shown; the sample shows it at once':
    'Escolher como as cifras aparecem; o exemplo mostra na hora',
  'Switch off keys of one sign': 'Desligar atalhos de um sinal só',
  'All pages': 'Todas as páginas',
  'Help on': 'Ajuda sobre',
  Charts: 'Cifras',
  'This browser remembers nothing for pages, so their language stays.':
    'Este navegador não guarda nada para páginas, por isso a língua fica.',
  Language: 'Língua',
  'Name the notes in this language too': 'Usar esta língua também nos nomes das notas',
  'Keys of one sign, as ? for help': 'Atalhos de um sinal só, como ? para a ajuda',
  'Off, if speech or a slip of the hand sets them off. On the chart they stay.':
    'Desligue, se a fala ou um descuido da mão os aciona. Na cifra eles continuam.',
  'In use': 'Em uso',
  'Switched off': 'Desligados',
  'A few bars as charts are shown now': 'Alguns compassos como as cifras aparecem agora',
  'Read it in numbers or in letters': 'Ler em números ou em letras',
  'Choose your own key and capo for each song': 'Escolher o próprio tom e capo de cada música',
  'Choose the size, the words and the names of notes':
    'Escolher o tamanho, a letra e os nomes das notas',
  'Begin a song, or import one from a file or a text':
    'Começar uma música, ou importar de um arquivo ou texto',
  'Filter by key, metre, tempo, singer, tag; choose the order':
    'Filtrar por tom, compasso, andamento, quem canta, etiqueta; escolher a ordem',
  'Keep a song at hand by its star': 'Deixar uma música à mão pela estrela',
  'The menu of a song: {{actions}}': 'O menu de uma música: {{actions}}',
  'Choose several; all between two': 'Escolher várias; todas entre duas',
  'Take deleted songs back from the trash, for 30 days':
    'Trazer músicas apagadas de volta da lixeira, por 30 dias',
  'A page on: a pedal or a key': 'Uma página adiante: um pedal ou uma tecla',
  'A page back: a pedal or a key': 'Uma página atrás: um pedal ou uma tecla',
  'A page on: tap, or swipe to the left': 'Uma página adiante: toque, ou deslize para a esquerda',
  'A page back: tap at the left edge, or swipe to the right':
    'Uma página atrás: toque na borda esquerda, ou deslize para a direita',
  'Play or stop; the pages follow': 'Tocar ou parar; as páginas seguem',
  'Smaller, larger, as large as fits': 'Menor, maior, o maior que couber',
  'Smaller, larger: with two fingers': 'Menor, maior: com dois dedos',
  'Take a song, a set or a file back as it was':
    'Trazer uma música, repertório ou arquivo de volta como estava',
  'Delete a file for good, to make room': 'Apagar um arquivo de vez, para abrir espaço',
  'Choose from which day to which': 'Escolher de que dia a que dia',
  'Leave out songs of which no rights are given': 'Deixar de fora músicas sem direitos informados',
  'Download it as CSV, a line for each time': 'Baixar em CSV, uma linha para cada vez',
  'See what was sung when, and whose it is, for licences':
    'Ver o que se cantou, quando e de quem é, para licenças',
} as const;
