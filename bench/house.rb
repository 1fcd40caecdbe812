# frozen_string_literal: true

# Times what the house style does with models that are built already: filling a template (layout and scale), building
# the scene of the sheet, another standard over all of it, and moving the drawing to another template. Medians of five,
# seconds.
require_relative '../config/core'

MODELS = {
  'hub-spindle' => 'a3-part-first-angle',
  'carousel' => 'a3-part-first-angle',
  'lid' => 'b-part-third-angle',
  'housing' => 'a2-assembly'
}.freeze
FOLDER = File.expand_path('../demo/models', __dir__)
D = Nockplane::Drawings

def median
  Array.new(5) do
    started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
  end.sort[2]
end

puts '| part | template | fill | scene | other standard | other template |', '|---|---|---|---|---|---|'
MODELS.each do |name, template|
  text = File.read(File.join(FOLDER, "#{name}.recipe.yml"))
  source = Nockplane::Products::Source.new { text }
  fill = -> { D::Template.all.fetch(template).fill('m', 1, source, title: name, number: 'QI') }
  drawing = fill.call
  drawing =
    Nockplane::Linking::Adoption.adopted(drawing, source, drawing.views.reject { |v| v.kind == 'pictorial' }.map(&:id))
  other = Nockplane::Drafting::Standard.shipped.fetch(drawing.standard.name == 'ISO' ? 'ASME inch' : 'ISO').to_h
  scene = -> { D::SceneBuilder.new(drawing, 's1', source).scene }
  scene.call
  times =
    [
      fill,
      scene,
      -> { D::StandardChange.edit(drawing, other, source) },
      -> { D::TemplateChange.new(drawing, D::Template.all['a3-part-third-angle'], source).edit }
    ].map { |work| median(&work) }
  puts "| #{name} | #{template} | #{times.map { |t| format('%.2f s', t) }.join(' | ')} |"
end
