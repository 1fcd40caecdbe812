# frozen_string_literal: true

# The parts that benches build, as recipe text.
module Parts
  module_function

  # Plate with n x n through holes of 6 mm, 12 mm apart.
  def plate(n)
    side = (n * 12) + 12
    <<~R
      nockplane: recipe/1
      name: Plate #{n * n}
      features:
        - {id: plate, type: extrude, profile: {kind: rectangle, width: #{side}, height: #{side}}, depth: 10}
        - {id: holes, type: hole, on: plate/end.end, diameter: 6, through: true, pattern: {kind: linear, columns: #{n}, rows: #{n}, column_spacing: 12, row_spacing: 12, centred: true}}
    R
  end

  def demo(name) = File.read(File.expand_path("../demo/models/#{name}.recipe.yml", __dir__))
  def all = { 'Carousel' => demo('carousel'), 'Hub spindle' => demo('hub-spindle'), 'plate, 25 holes' => plate(5), 'plate, 100 holes' => plate(10), 'plate, 225 holes' => plate(15) }
end
