# frozen_string_literal: true

# Parts whose faces are pierced, rounded into each other or cut open, as recipe features: what STEP reading, writing and
# hidden lines find hard.
module BoredParts
  BLOCK = '{id: b, type: extrude, profile: {kind: rectangle, width: 80, height: 60}, depth: 50}'
  BALL =
    '{id: c, type: revolve, axis: z, profile: {kind: free, start: [-30,0], edges: [{name: s, to: [30,0], centre: ' \
    '[0,0], turn: right}, {name: x, to: [-30,0]}]}}'
  CONE =
    '{id: c, type: revolve, axis: z, profile: {kind: free, start: [0,0], edges: [{name: b, to: [0,30]}, {name: s, ' \
    'to: [60,12]}, {name: t, to: [60,0]}, {name: x, to: [0,0]}]}}'
  STEPPED =
    '{id: c, type: revolve, axis: x, profile: {kind: stepped, steps: [{name: a, diameter: 40, length: 20, round: 4}, ' \
    '{name: b, diameter: 60, length: 30, chamfer: 3}], bore: 16}}'

  # A drill through everything: from the plane, at a point of it, so wide.
  def self.drill(id, plane, at, diameter, from = 60)
    "{id: #{id}, type: hole, on: #{plane}, at: #{at}, offset: #{from}, diameter: #{diameter}, depth: #{2 * from}, " \
      "point_angle: 180}"
  end

  # A drill leaned about x.
  def self.leaned(angle, at, diameter)
    [
      "{id: p, type: plane, on: xy, angle: #{angle}, about: x, at: [0,0], offset: 40}",
      "{id: g, type: hole, on: p, at: #{at}, offset: 40, diameter: #{diameter}, depth: 120, point_angle: 180}"
    ]
  end

  def self.through(id, face, at, diameter)
    "{id: #{id}, type: hole, on: #{face}, at: #{at}, diameter: #{diameter}, through: true}"
  end

  ALL = {
    'cone_across' => [CONE, drill('h', 'xz', '[0,25]', 10, 50)],
    'cone_beside' => [CONE, drill('h', 'xz', '[9,20]', 8, 50)],
    'cone_leaned' => [CONE, *leaned(60, '[4,0]', 9)],
    'bores_of_one_size' => [BLOCK, through('h', 'b/end.end', '[0,0]', 20), through('g', 'b/side.right', '[0,25]', 20)],
    'bores_of_one_size_leaned' => [BLOCK, through('h', 'b/end.end', '[0,0]', 16), *leaned(45, '[0,0]', 16)],
    'three_bores_of_one_size' => [
      BLOCK,
      through('h', 'b/end.end', '[0,0]', 18),
      through('g', 'b/side.right', '[0,25]', 18),
      drill('k', 'xz', '[0,25]', 18)
    ],
    'blind_into_blind' => [
      BLOCK,
      '{id: h, type: hole, on: b/end.end, diameter: 16, depth: 30}',
      '{id: g, type: hole, on: b/side.right, at: [0,25], diameter: 10, depth: 45}'
    ],
    'point_into_bore' => [
      BLOCK,
      through('h', 'b/end.end', '[0,0]', 14),
      '{id: g, type: hole, on: b/side.right, at: [3,25], diameter: 10, depth: 36}'
    ],
    'beside_the_axis' => [
      '{id: b, type: extrude, profile: {kind: circle, diameter: 60}, depth: 50}',
      through('h', 'b/end.end', '[0,0]', 30),
      drill('g', 'yz', '[8,25]', 12)
    ],
    'bore_touching_bore' => [BLOCK, through('h', 'b/end.end', '[0,0]', 20), through('g', 'b/side.right', '[5,25]', 10)],
    'bore_beside_bore' => [BLOCK, through('h', 'b/end.end', '[0,0]', 20), through('g', 'b/side.right', '[12,25]', 10)],
    'bore_out_of_the_side' => [
      BLOCK,
      through('h', 'b/end.end', '[38,0]', 14),
      through('g', 'b/side.right', '[0,25]', 9)
    ],
    'through_rounds' => [
      '{id: b, type: extrude, profile: {kind: rectangle, width: 80, height: 60, corner_radius: 20}, depth: 40}',
      drill('g', 'xz', '[30,20]', 12)
    ],
    'through_a_rim' => [
      '{id: c, type: extrude, profile: {kind: circle, diameter: 60}, depth: 20, end_round: 8}',
      drill('g', 'xz', '[20,15]', 6, 50)
    ],
    'rim_touched' => [
      '{id: c, type: extrude, profile: {kind: circle, diameter: 60}, depth: 20, end_round: 8}',
      drill('g', 'xz', '[26,15]', 6, 50)
    ],
    'through_a_ball' => [BALL, drill('g', 'xz', '[5,6]', 14, 50)],
    'through_a_ball_twice' => [BALL, drill('g', 'xz', '[0,0]', 10, 50), drill('h', 'xy', '[8,3]', 8, 50)],
    'ball_leaned' => [BALL, *leaned(35, '[3,0]', 12)],
    'countersink_crossed' => [
      '{id: b, type: extrude, profile: {kind: rectangle, width: 60, height: 60}, depth: 40}',
      '{id: h, type: hole, kind: countersunk, on: b/end.end, diameter: 8, countersink_diameter: 30, through: true}',
      through('g', 'b/side.right', '[0,34]', 6)
    ],
    'counterbore_crossed' => [
      BLOCK,
      '{id: h, type: hole, kind: counterbored, on: b/end.end, diameter: 12, counterbore_diameter: 26, ' \
      'counterbore_depth: 14, through: true}',
      through('g', 'b/side.right', '[4,38]', 8)
    ],
    'leaned_into_bore' => [BLOCK, through('h', 'b/end.end', '[0,0]', 22), *leaned(35, '[6,0]', 12)],
    'half_a_body' => [STEPPED.sub('axis: x,', 'axis: x, angle: 180,'), drill('g', 'yz', '[12,10]', 5)],
    'three_quarters' => [STEPPED.sub('axis: x,', 'axis: x, angle: 270,'), drill('g', 'xy', '[35,8]', 7)],
    'shaft_with_cross_holes' => [
      STEPPED,
      drill('g', 'xz', '[10,0]', 8),
      drill('h', 'xy', '[36,0]', 12),
      drill('k', 'xz', '[36,14]', 6)
    ],
    'relief_crossed' => [
      STEPPED,
      '{id: r, type: groove, around: c/b, position: 12, width: 5, depth: 3}',
      drill('g', 'xz', '[34,0]', 9)
    ],
    'shell_pierced' => [
      '{id: b, type: extrude, profile: {kind: rectangle, width: 80, height: 60, corner_radius: 12}, depth: 40, ' \
      'end_round: 5}',
      '{id: s, type: shell, wall: 3, open: [b/end.start]}',
      drill('g', 'xz', '[20,20]', 12)
    ],
    'shell_pierced_at_its_round' => [
      '{id: b, type: extrude, profile: {kind: rectangle, width: 80, height: 60, corner_radius: 12}, depth: 40, ' \
      'end_round: 5}',
      '{id: s, type: shell, wall: 3, open: [b/end.start]}',
      drill('g', 'xz', '[33,20]', 8)
    ],
    'drafted_and_pierced' => [
      '{id: b, type: extrude, profile: {kind: rectangle, width: 80, height: 60, corner_radius: 10}, depth: 40, ' \
      'draft: 5}',
      drill('g', 'xz', '[27,15]', 10),
      drill('h', 'yz', '[0,25]', 14)
    ],
    'rounded_edges_bored' => [
      BLOCK,
      '{id: r, type: round, edges: [b/end.end], radius: 6}',
      through('h', 'b/end.end', '[30,20]', 18),
      drill('g', 'xz', '[36,25]', 8)
    ],
    'boss_on_a_cylinder' => [
      '{id: b, type: extrude, profile: {kind: circle, diameter: 50}, depth: 70}',
      '{id: s, type: extrude, on: xz, at: [0,35], both_ways: true, depth: 44, profile: {kind: circle, diameter: 26}}',
      drill('h', 'xz', '[0,35]', 14),
      through('k', 'b/end.end', '[0,0]', 30)
    ]
  }.freeze

  def self.recipe(name)
    "nockplane: recipe/1\nname: #{name.tr('_', ' ')}\nfeatures:\n#{ALL.fetch(name).map { |f| "  - #{f}" }.join("\n")}\n"
  end
end
