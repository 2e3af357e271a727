// How a sheet is laid out. What stands in it comes as data: lean_year/formats/report/blocks.py.
#let data = json(bytes(sys.inputs.data))
#let ink = rgb("#16232a")
#let ink-2 = rgb("#414e57")
#let rule = rgb("#cdc3ad")
#let water = rgb("#125b83")
#let parched = rgb("#7f4c00")
#let alarm = rgb("#a8122f")
#let wall = rgb("#f3efe5")
#let text-font = "Atkinson Hyperlegible Next"
#let head-font = "Bricolage Grotesque"
#let day = datetime(year: data.date.at(0), month: data.date.at(1), day: data.date.at(2))

#set document(title: data.title + ", " + data.subject, date: day)
#set page(
  paper: data.paper,
  margin: (left: 20mm, right: 20mm, top: 18mm, bottom: 20mm),
  footer: context [
    #set text(size: 8pt, fill: ink-2)
    #line(length: 100%, stroke: 0.5pt + rule)
    #v(-4pt)
    #data.foot #h(1fr) page #counter(page).display() of #counter(page).final().first()
  ],
)
#set text(font: (text-font, "Libertinus Serif", "DejaVu Sans Mono"), size: 9.5pt, fill: ink, lang: "en", number-width: "tabular")
#set par(leading: 0.62em, spacing: 0.85em)
#show heading: set text(font: (head-font, text-font), weight: 700)
#show heading.where(level: 1): set text(size: 23pt)
#show heading.where(level: 2): it => block(above: 1.5em, below: 0.7em, sticky: true)[
  #set text(size: 14.5pt)
  #it.body
  #v(-7pt)
  #line(length: 100%, stroke: 1.2pt + ink)
]
#show heading.where(level: 3): it => block(above: 1.2em, below: 0.6em, sticky: true)[#set text(size: 11pt); #it.body]
#show figure: set block(above: 1em, below: 1em)
#show figure.caption: it => align(left)[#set text(size: 8.5pt, fill: ink-2); #it.body]
#set table.cell(breakable: false)
#show table.cell.where(y: 0): set text(size: 8.5pt, fill: ink-2)

#let rows-table(columns, ..cells) = table(
  columns: columns,
  stroke: (x, y) => (bottom: (if y == 0 { 1pt + ink } else { 0.5pt + rule })),
  inset: (x: 3pt, y: 4pt),
  ..cells,
)

#let sign(severity) = {
  let (colour, word) = if severity == "fails" { (alarm, "Fails") } else if severity == "caution" { (parched, "Caution") } else { (water, "Note") }
  text(fill: colour, weight: 700, size: 8.5pt, word)
}
#let blank(width) = box(width: width, height: 11pt, stroke: (bottom: 0.6pt + ink))
#let tick = box(width: 9pt, height: 9pt, baseline: 1pt, stroke: 0.8pt + ink)

#let shown(block-data) = {
  let b = block-data
  if b.kind == "heading" [#heading(level: 2, b.text)] else if b.kind == "subheading" [#heading(level: 3, b.text)] else if b.kind == "text" [#block(sticky: b.keep, b.text)] else if b.kind == "answer" {
    block(above: 1.1em, below: 1.1em)[
      #text(font: (head-font, text-font), weight: 700, size: 15pt, b.text)
      #if b.beside != "" [#parbreak() #text(size: 10.5pt, b.beside)]
    ]
  } else if b.kind == "figures" {
    rows-table(
      (34%, 19%, 1fr),
      table.header([What], [How much], [Why]),
      ..b.rows.map(((label, value, why)) => (label, text(weight: 700, value), text(fill: ink-2, size: 8.5pt, why))).flatten(),
    )
  } else if b.kind == "picture" {
    figure(image(bytes(b.svg), format: "svg", width: 100%, alt: b.alt), caption: b.caption, kind: image, supplement: none, numbering: none)
  } else if b.kind == "table" {
    table(
      columns: b.shares.map(share => share * 1fr),
      align: (x, y) => if b.right.contains(x) { right } else { left },
      stroke: (x, y) => (bottom: (if y == 0 { 1pt + ink } else { 0.5pt + rule })),
      inset: (x: 3pt, y: 3.6pt),
      table.header(..b.head),
      ..b.rows.flatten(),
      ..b.total.map(each => text(weight: 700, each)),
    )
  } else if b.kind == "list" {
    set text(size: 8.5pt)
    let half = calc.ceil(b.items.len() / 2)
    let listed = items => list(marker: text(fill: water, "–"), spacing: 0.7em, ..items)
    if b.items.len() < 4 { listed(b.items) } else {
      grid(columns: (1fr, 1fr), gutter: 8mm, listed(b.items.slice(0, half)), listed(b.items.slice(half)))
    }
  } else if b.kind == "parts" {
    set text(size: 8pt)
    set par(leading: 0.45em, spacing: 0.5em, hanging-indent: 3mm)
    let rows = b.groups.map(((name, each)) => ((name, true),) + each.map(words => (words, false))).join()
    let length = calc.ceil(rows.len() / 3)
    let listed = part => for (words, head) in part {
      if head { block(sticky: true, above: 0.9em, below: 0.5em, text(weight: 700, words)) } else { par(words) }
    }
    grid(columns: (1fr, 1fr, 1fr), gutter: 6mm, ..range(3).map(at =>
      listed(rows.slice(calc.min(at * length, rows.len()), calc.min((at + 1) * length, rows.len())))))
  } else if b.kind == "findings" {
    rows-table(
      (14mm, 1fr, 1fr),
      table.header([], [What], [What to do]),
      ..b.rows.map(((severity, found, fix)) => (sign(severity), found, fix)).flatten(),
    )
  } else if b.kind == "checks" {
    rows-table(
      (7mm, 1fr, 32%, 30%),
      table.header([], [Look at], [It must be], [As it is]),
      ..b.rows.map(((what, must, blanks)) => (tick, what, must, range(blanks).map(_ => blank(if blanks > 4 { 11mm } else if blanks > 1 { 21mm } else { 44mm })).join(h(3mm)))).flatten(),
    )
  } else if b.kind == "new_page" {
    pagebreak(weak: true)
  } else if b.kind == "signatures" {
    block(breakable: false, above: 2.2em)[
      #grid(columns: b.names.map(_ => 1fr), gutter: 12mm, ..b.names.map(name => [
        #blank(100%)
        #text(size: 8.5pt, fill: ink-2)[#name: name, place, date]
      ]))
    ]
  }
}

#grid(
  columns: (1fr, auto),
  gutter: 10mm,
  [
    #text(size: 9.5pt, fill: water, weight: 700, data.subject)
    #v(-3pt)
    #heading(level: 1, data.title)
    #v(-4pt)
    #for words in data.head [#text(fill: ink-2, words) #linebreak()]
  ],
  align(right)[#set text(size: 9pt); #for (number, words) in data.firm.enumerate() [#if number == 0 { strong(words) } else { words } #linebreak()]],
)
#for each in data.blocks { shown(each) }
