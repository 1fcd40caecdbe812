# frozen_string_literal: true

# The parts that benches build, as recipe text.
module Parts
  FOLDER = File.expand_path('../demo/models', __dir__)

  module_function

  def recipe(name, features) = "nockplane: recipe/1\nname: #{name}\nfeatures:\n#{features}"

  # Plate with n x n through holes of 6 mm, 12 mm apart.
  def plate(n)
    side = (n * 12) + 12
    recipe("Plate #{n * n}", <<~R.gsub(/^/, '  '))
      - {id: plate, type: extrude, profile: {kind: rectangle, width: #{side}, height: #{side}}, depth: 10}
      - {id: holes, type: hole, on: plate/end.end, diameter: 6, through: true, pattern: {kind: linear, columns: #{n}, rows: #{n}, column_spacing: 12, row_spacing: 12, centred: true}}
    R
  end

  # A block with holes crossing inside from three sides.
  def crossing
    recipe('Crossing holes', <<~R.gsub(/^/, '  '))
      - {id: b, type: extrude, profile: {kind: rectangle, width: 100, height: 100}, depth: 100}
      - {id: x, type: hole, on: b/end.end, diameter: 12, through: true, pattern: {kind: linear, columns: 4, rows: 4, column_spacing: 22, row_spacing: 22, centred: true}}
      - {id: y, type: extrude, operation: cut, on: xz, at: [0, 50], both_ways: true, through: true, profile: {kind: circle, diameter: 16}, pattern: {kind: linear, columns: 3, rows: 3, column_spacing: 28, row_spacing: 28, centred: true}}
      - {id: z, type: extrude, operation: cut, on: yz, at: [0, 50], both_ways: true, through: true, profile: {kind: circle, diameter: 9}, pattern: {kind: linear, columns: 3, rows: 3, column_spacing: 31, row_spacing: 27, centred: true}}
    R
  end

  # A turned body with grooves and a bolt circle.
  def turned
    steps = Array.new(8) { |i| "{name: s#{i}, diameter: #{i.even? ? 60 : 52}, length: 6, chamfer: 0.5}" }.join(', ')
    recipe('Turned body', <<~R.gsub(/^/, '  '))
      - {id: b, type: revolve, axis: z, profile: {kind: stepped, bore: 20, steps: [{name: flange, diameter: 110, length: 12, chamfer: 1}, #{steps}]}}
      - {id: g, type: groove, around: b/bore, position: 10, width: 4, depth: 2}
      - {id: bolts, type: hole, kind: counterbored, on: b/start, clearance: M6, counterbore_diameter: 11, counterbore_depth: 5, through: true, pattern: {kind: circular, count: 12, pitch_circle: 90}}
    R
  end

  # An assembly of n x n plates, each with a spacer, a screw and a dowel: 4 n n instances of four parts.
  def assembly(n)
    grid = ->(count) do
      "pattern: {kind: linear, columns: #{count}, rows: #{count}, column_spacing: 40, row_spacing: 40}"
    end
    "nockplane: assembly/1\nname: Grid\ncomponents:\n" \
      "  - {id: tiles, model: tile, #{grid[n]}}\n  - {id: spacers, model: spacer, offset: 6, #{grid[n]}}\n" \
      "  - {id: screws, model: cap-screw-m4, offset: 10, at: [12, 12], #{grid[n]}}\n  - {id: dowels, model: dowel, " \
      "offset: 2, at: [-12, 12], #{grid[n]}}\n"
  end

  TILE =
    "nockplane: recipe/1\nname: Tile\nfeatures:\n  - {id: t, type: extrude, profile: {kind: rectangle, width: 36, " \
    "height: 36, corner_radius: 4}, depth: 6}\n  - {id: h, type: hole, on: t/end.end, diameter: 6, through: true}\n"

  def demo(name) = File.read(File.join(FOLDER, "#{name}.yml"))

  # Text of a component that an assembly names, by file name or number.
  def library(name)
    return TILE if name == 'tile'

    @library ||=
      Dir[File.join(FOLDER, '*.yml')]
        .to_h { |f| [File.basename(f)[/\A[^.]+/], File.read(f)] }
        .then { |files| files.merge(files.to_h { |_, t| [t[/^ +number: *(.+)/, 1], t] }) }
    @library[name]
  end

  def all
    {
      'Carousel' => demo('carousel.recipe'),
      'Hub spindle' => demo('hub-spindle.recipe'),
      'Housing (ribbed, shelled)' => demo('housing.recipe'),
      'turned body' => turned,
      'crossing holes' => crossing,
      'plate, 25 holes' => plate(5),
      'plate, 100 holes' => plate(10),
      'plate, 225 holes' => plate(15),
      'plate, 900 holes' => plate(30),
      'FW-6 assembly' => demo('filter-wheel-unit.assembly'),
      'assembly of 36' => assembly(3),
      'assembly of 484' => assembly(11)
    }
  end
end
