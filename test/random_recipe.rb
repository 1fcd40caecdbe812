# frozen_string_literal: true

# Recipe text made of random features on a random base, for fuzzing: many build, some must be refused in words.
class RandomRecipe
  def initialize(rng, kinds: 1..4)
    @rng = rng
    @kinds = kinds
  end

  # Features as recipe lines.
  def features
    base =
      pick(
        "{id: b, type: extrude, profile: {kind: circle, diameter: #{mm(30, 80)}}, depth: #{mm(5, 20)}, end_chamfer: 1}",
        "{id: b, type: extrude, profile: {kind: rectangle, width: #{mm(30, 80)}, height: #{mm(20, 60)}, " \
        "corner_radius: #{mm(1, 8)}}, depth: #{mm(5, 20)}, end_round: 1}",
        "{id: b, type: extrude, profile: {kind: polygon, sides: 6, across_flats: #{mm(30, 70)}}, depth: " \
        "#{mm(8, 20)}, draft: #{pick(0, 3, -2)}}"
      )
    ["  - #{base}", *hollow, *Array.new(@rng.rand(@kinds)) { |i| "  - #{feature("f#{i}")}" }, *edges].join("\n")
  end

  private

  def pick(*choices) = choices.sample(random: @rng)
  def mm(from, to) = (@rng.rand(from.to_f..to) * 2).round / 2.0
  def hollow = @rng.rand < 0.2 ? ["  - {id: s, type: shell, wall: #{mm(1, 3)}, open: [b/end.start]}"] : []

  def edges
    return [] unless @rng.rand < 0.4

    round = "round, edges: [f0/#{pick('wall', 'side.top', 'side.rim', 'end.start')}], radius: #{mm(0.5, 2)}"
    ["  - {id: e, type: #{pick(round, "chamfer, edges: [b/end.start], setback: #{mm(0.5, 2)}")}}"]
  end

  def feature(id)
    circular = ', pattern: {kind: circular, count: 4, pitch_circle: 30}'
    linear = ', pattern: {kind: linear, columns: 3, rows: 2, column_spacing: 9, row_spacing: 8}'
    place =
      "on: b/end.end, at: [#{mm(-30, 30)}, #{mm(-20, 20)}], turn: #{pick(0, 30, 45)}#{pick('', circular, linear)}"
    pick(
      "{id: #{id}, type: hole, #{place}, diameter: #{mm(2, 12)}, #{pick('through: true', "depth: #{mm(2, 12)}")}}",
      "{id: #{id}, type: hole, kind: counterbored, #{place}, diameter: #{mm(2, 6)}, counterbore_diameter: " \
      "#{mm(7, 12)}, counterbore_depth: 2, through: true}",
      "{id: #{id}, type: extrude, #{place}, depth: #{mm(2, 10)}, profile: {kind: rectangle, width: #{mm(4, 20)}, " \
      "height: #{mm(4, 20)}}}",
      "{id: #{id}, type: slot, #{place}, depth: #{mm(1, 10)}, length: #{mm(4, 20)}, width: #{mm(2, 8)}}",
      "{id: #{id}, type: boss, #{place}, depth: #{mm(2, 10)}, diameter: #{mm(4, 12)}, draft: #{pick(0, 4)}}",
      "{id: #{id}, type: rib, on: b/end.end, path: [[#{mm(-20, 0)}, #{mm(-9, 9)}], [#{mm(1, 9)}, 0], [#{mm(10, 25)}, " \
      "#{mm(-9, 9)}]], thickness: #{mm(1, 3)}, depth: #{mm(2, 8)}}",
      "{id: #{id}, type: groove, on: b/end.end, profile: {kind: rectangle, width: #{mm(12, 20)}, height: " \
      "#{mm(10, 16)}, corner_radius: 3}, width: #{mm(1, 3)}, depth: #{mm(1, 3)}}",
      "{id: #{id}, type: extrude, operation: cut, on: xz, both_ways: true, through: true, at: [#{mm(-20, 20)}, " \
      "#{mm(0, 15)}], profile: {kind: circle, diameter: #{mm(3, 12)}}}"
    )
  end
end
