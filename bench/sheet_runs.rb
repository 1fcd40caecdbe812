# frozen_string_literal: true

# Times a sheet run over the filter-wheel unit FW-6, models and lines not known before, with one process and with two
# that share the rows as workers do; and the table of what will be made of an assembly of 500 components.
require_relative '../config/core'
require 'yaml'

FOLDER = File.expand_path('../demo/models', __dir__)
TEXTS =
  Dir[File.join(FOLDER, '*.yml')]
    .to_h do |f|
      text = File.read(f)
      [YAML.safe_load(text).dig('properties', 'number').to_s, text]
    end
    .freeze
CHOICES = Nockplane::Planning::SheetChoices.from('sizes' => %w[model])

def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

def source(texts = {}) =
  Nockplane::Products::Source.new(library: ->(name, _) { TEXTS[name] }) { |id, _| texts.fetch(id) }

def sheet(row)
  known = source('m' => row.text)
  name = known.model_of(row.text).assembly? ? 'a2-assembly' : 'a3-part-first-angle'
  template = Nockplane::Drawings::Template.all.fetch(name)
  making = Nockplane::Planning::SheetMaking.new(template, Nockplane::Products::Subject.new('m', 1), known, CHOICES)
  drawing = making.call(title: row.name, number: row.number).drawing
  drawing.sheets.each { |s| Nockplane::Drawings::SceneBuilder.new(drawing, s.id, known).scene }
end

rows =
  Nockplane::Planning::RunRows
    .new(TEXTS.fetch('QI-2100'), source)
    .all
    .reject { |r| %w[purchased standard].include?(r.kind) }
puts '| sheet of FW-6 | seconds, one process |', '|---|---|'
one =
  rows.sum do |row|
    started = clock
    sheet(row)
    seconds = clock - started
    puts format('| %s %s | %.1f |', row.number, row.name, seconds)
    seconds
  end
started = clock
reader, writer = IO.pipe
rows.each_index { |i| writer.write([i].pack('C')) }
writer.close
2.times do
  fork do
    while (
      byte =
        begin
          reader.sysread(1)
        rescue StandardError
          nil
        end
    )
      sheet(rows[byte.unpack1('C')])
    end
    exit!(0)
  end
end
Process.waitall
two = clock - started
puts format('%d sheets: %.0f s in one process, %.0f s in two (%.1f s a sheet)', rows.size, one, two, two / rows.size)

components = Array.new(500) { |i| "  - {id: c#{i}, model: P#{i % 125}, offset: #{i * 30}}\n" }.join
disc = ->(n) do
  "nockplane: recipe/1\nname: Disc #{n}\nproperties: {number: P#{n}}\nfeatures:\n" \
    "  - {id: d, type: extrude, profile: {kind: circle, diameter: #{10 + n}}, depth: 5}\n"
end
big = "nockplane: assembly/1\nname: Big\nproperties: {number: BIG}\ncomponents:\n#{components}"
many = Nockplane::Products::Source.new(library: ->(name, _) { disc.call(name[1..].to_i) }) { |_, _| big }
started = clock
found = Nockplane::Planning::RunRows.new(big, many).all
first = clock - started
started = clock
Nockplane::Products::PartsList.of(many.model_of(big), 'indented')
puts format(
  '500 components: %d rows in %.1f s, models not known before; parts list then %.2f s',
       found.size,
       first,
       clock - started
)
