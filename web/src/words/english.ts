/** English is written where it is said; here is what it says of one, and how it counts times. */
export const english = {
  '{{who}} would sing {{note}}: {{count}} half steps too high._one':
    '{{who}} would sing {{note}}: a half step too high.',
  '{{who}} would sing {{note}}: {{count}} half steps too low._one':
    '{{who}} would sing {{note}}: a half step too low.',
  '{{count}} sharps to read._one': '{{count}} sharp to read.',
  '{{count}} flats to read._one': '{{count}} flat to read.',
  '{{count}} chords come early_one': '{{count}} chord comes early',
  '{{count}} bars on two staves_one': '{{count}} bar on two staves',
  '{{count}} inner notes are not in the left hand_one': 'One inner note is not in the left hand',
  '{{count}} steps break a rule of four parts: the tune leaves no other way._one':
    'One step breaks a rule of four parts: the tune leaves no other way.',
  '{{count}} choices stand in the song._one': 'One choice stands in the song.',
  '{{count}} choices stand in the song; the others could not be written with them._one':
    'One choice stands in the song; the others could not be written with it.',
  '{{count}} that you left out stay out: let them come again_one':
    'One that you left out stays out: let it come again',
  'Take all {{count}}_one': 'Take it',
  'Take {{count}} of {{all}}_one': 'Take {{count}} of {{all}}',
  '{{count}} wrong keys_one': '{{count}} wrong key',
  '{{count}} minutes without a break_one': '{{count}} minute without a break',
  'in {{count}} days_one': 'tomorrow',
  '{{count}} drills_one': '{{count}} drill',
  'about {{count}} minutes_one': 'about a minute',
  '{{count}} come back_one': '{{count}} comes back',
  '{{count}} are new_one': '{{count}} is new',
  '{{count}} more wait_one': '{{count}} more waits',
  '{{section}} was clean {{count}} days ago: once more before the day._one':
    '{{section}} was clean yesterday: once more before the day.',
  '{{section}} went wrong at {{count}} places the last time._one':
    '{{section}} went wrong at one place the last time.',
  '{{count}} rounds_one': '{{count}} round',
  '{{count}} entries wait in this browser for the server._one':
    '{{count}} entry waits in this browser for the server.',
  '{{count}} half steps farther than need be_one': 'a half step farther than need be',
  '{{count}} sets_one': '{{count}} set',
  '{{count}} people_one': '{{count}} person',
  '{{count}} moves_one': '{{count}} move',
  '{{count}} chords at most_one': '{{count}} chord at most',
  'They hold {{count}} chords otherwise:_one': 'They hold {{count}} chord otherwise:',
  '{{count}} runs_one': '{{count}} run',
  '{{count}} runs fit_one': '{{count}} run fits',
  '{{count}} runs are placed._one': '{{count}} run is placed.',
  '{{count}} more fit: say which family or grade._one':
    '{{count}} more fits: say which family or grade.',
  'Fits at {{count}} other places of the song_one': 'Fits at {{count}} other place of the song',
  'Fits at {{count}} places of the song_one': 'Fits at {{count}} place of the song',
  'Place all {{count}}_one': 'Place {{count}}',
  '{{count}} gaps are left alone, and why_one': '{{count}} gap is left alone, and why',
  '{{count}} ideas_one': '{{count}} idea',
  '{{count}} ideas behind it_one': '{{count}} idea behind it',
  '{{section}}: {{count}} bars more, at bar {{bar}}_one':
    '{{section}}: {{count}} bar more, at bar {{bar}}',
  '{{section}}: {{count}} bars less, from bar {{bar}}_one':
    '{{section}}: {{count}} bar less, bar {{bar}}',
  '{{words}}, and {{count}} more_one': '{{words}}, and {{count}} more',
  'and {{count}} more_one': 'and {{count}} more',
  '{{count}} runs are kept._one': '{{count}} run is kept.',
  '{{count}} moves are kept._one': '{{count}} move is kept.',
  'The song has it {{count}} times; players keep it to one place in four._one':
    'The song has it once; players keep it to one place in four.',
  '{{count}} pins_one': '{{count}} pin',
  '{{count}} named shapes_one': '{{count}} named shape',
  '{{count}} problems_one': '{{count}} problem',
  '{{count}} problems in the chart_one': '{{count}} problem in the chart',
  'The tune of these {{count}} bars_one': 'The tune of this bar',
  'Both hands land together {{count}} times_one': 'Both hands land together {{count}} time',
  '{{count}} songs of the list were there already._one':
    '{{count}} song of the list was there already.',
  'All {{count}} files_one': 'The file',
  '{{count}} files_one': '{{count}} file',
  '{{count}} guesses_one': '{{count}} guess',
  '{{count}} things left out_one': '{{count}} thing left out',
  '{{count}} to a bar_one': 'A bar for each',
  '{{count}} sections_one': '{{count}} section',
  '{{count}} bars_one': '{{count}} bar',
  '{{count}} chords_one': '{{count}} chord',
  '{{count}} songs_one': '{{count}} song',
  'Keep {{count}} songs_one': 'Keep {{count}} song',
  'Add {{count}} songs to a set in {{key}}_one': 'Add to a set in {{key}}',
  'Add {{count}} songs to a set_one': 'Add to a set',
  '{{count}} drafts of this browser were never saved._one':
    '{{count}} draft of this browser was never saved.',
  '{{count}} more drafts of this song were never saved._one':
    '{{count}} more draft of this song was never saved.',
  '{{count}} more drafts of this set were never saved._one':
    '{{count}} more draft of this set was never saved.',
  'sung {{count}} times_one': 'sung {{count}} time',
  '{{count}} pages_one': '{{count}} page',
  '{{count}}th_ordinal_one': '{{count}}st',
  '{{count}}th_ordinal_two': '{{count}}nd',
  '{{count}}th_ordinal_few': '{{count}}rd',
  '{{count}}th_ordinal_other': '{{count}}th',
} as const;
