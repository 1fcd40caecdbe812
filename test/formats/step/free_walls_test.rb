# frozen_string_literal: true

require 'step_helper'

# Walls along a free curve, and named surfaces told as splines, in files. mm.
class StepFreeWallsTest < StepTest
  WAVE = [[30, 26], [20, 18], [8, 27]].freeze
  PART = <<~RECIPE
    nockplane: recipe/1
    name: Part
    features:
      - {id: b, type: extrude, depth: 15, profile: {kind: free, start: [0, 0], edges: [{name: low, to: [40, 0]}, {name: side, to: [40, 20]}, {name: wave, to: [0, 20], through: #{WAVE}}, {name: left}]}}
      - {id: h, type: hole, on: b/end.end, at: [20, 10], diameter: 8, through: true}
      - {id: k, type: hole, on: b/side.low, at: [0, 0], diameter: 9, through: true}
      - {id: p, type: extrude, operation: cut, on: b/end.end, profile: {kind: rectangle, width: 14, height: 60}, depth: 4}
  RECIPE

  def made = @made ||= Modelling::Builder.build(Modelling::Recipe.parse(PART))
  def written = @written ||= STEP::Writer.write(made)

  # The curve of the wave as the recipe has it, model points.
  def curve = made.solid.face('b/side.wave').surface.curve

  def view(solid, name)
    frame = Projection::ViewFrame.named(name)
    Projection::Linework.of(solid, frame, edge_set: Projection::EdgeSet.new(solid)).strokes
  end

  # Strokes that a wall's name belongs to, by kind of face.
  def walls(solid, strokes)
    names = solid.faces.select { |f| f.surface.kind == :extrusion }.map(&:name)
    strokes.select { |s| (s.faces & names).any? }
  end

  # From the curve to places of a stroke seen from above, greatest mm.
  def off(stroke)
    surface = made.solid.face('b/side.wave').surface
    points = stroke.points
    points = stroke.beziers.flat_map { |b| [0.0, 0.3, 0.7, 1.0].map { |t| bezier(b, t) } } if stroke.spline?
    points.map { |x, y| surface.distance([x, y, 0.0]).abs }.max
  end

  def bezier(b, t) = Projection::Stroke.bezier_at(b, t)

  def test_a_wall_is_one_line_seen_along_it
    solid = STEP::Import.read(written).model.solid
    assert_closed solid
    [made.solid, solid].each do |s|
      found = walls(s, view(s, 'top'))
      assert(found.all?(&:visible), 'nothing of it is hidden')
      assert_empty found.select { |k| k.shape == :path }, 'lines are the curve, not its chords'
      found.select(&:spline?).each { |k| assert_operator off(k), :<, 1e-3 } # spans by ends and directions
      bent = found.select(&:spline?).sum(&:length)
      full = curve.beziers.sum { |b| Projection::Stroke.bezier_length(b) }
      assert_in_delta full, bent, full * 1e-4, 'the whole curve, once'
    end
  end

  def test_the_same_lines_as_the_recipe
    solid = STEP::Import.read(written).model.solid
    %w[front right iso].each do |name|
      a, b = [made.solid, solid].map { |s| view(s, name) }
      [true, false].each do |visible|
        one, other = [a, b].map { |all| all.select { |s| s.visible == visible && s.kind != :smooth }.sum(&:length) }
        assert_in_delta one, other, 0.05 + (one * 1e-3), "#{name}, visible #{visible}"
      end
    end
  end

  # By Green's theorem along the curve, through its Bezier spans (Simpson, exact for their degree by parts).
  def profile_area
    wave = curve.beziers.sum do |p, q, r, s|
      n = 200
      (0...n).sum do |i|
        (x0, y0), (x1, y1) = [i, i + 1].map { |k| Projection::Stroke.bezier_at([p, q, r, s], k.fdiv(n)) }
        ((x0 * y1) - (x1 * y0)) / 2
      end
    end
    # straight from (0, 20) to (0, 0), (40, 0) and (40, 20)
    wave + ((40 * 20) / 2.0)
  end

  def test_its_volume
    plain = PART.lines.first(4).join
    text = STEP::Writer.write(Modelling::Builder.build(Modelling::Recipe.parse(plain)))
    solids = [1, 2].map { |r| STEP::Import.read(text, refine: r).model.solid }
    assert_in_delta profile_area * 15, Solids::Mass.extrapolated(*solids).volume, profile_area * 15 * 1e-5
  end

  # --- a hole whose wall is a B-spline

  DISC = <<~RECIPE
    nockplane: recipe/1
    name: Disc
    features:
      - {id: b, type: extrude, profile: {kind: circle, diameter: 60}, depth: 12}
      - {id: h, type: hole, on: b/end.end, diameter: 10, through: true}
      - {id: k, type: hole, on: b/end.end, at: [18, 0], diameter: 3, depth: 8}
  RECIPE
  CORNERS = [[1, 0], [1, 1], [0, 1], [-1, 1], [-1, 0], [-1, -1], [0, -1], [1, -1], [1, 0]].freeze

  # Records of a cylinder about z as a rational B-spline, from number `from`.
  def spline_cylinder(id, radius, from)
    half = Math.sqrt(0.5)
    points = CORNERS.flat_map { |x, y| [-5.0, 40.0].map { |z| [x * radius, y * radius, z] } }
    rows = points.each_index.map { |i| "##{from + i}" }.each_slice(2).map { |r| "(#{r.join(',')})" }
    weights = (0..8).map { |i| i.even? ? '(1.,1.)' : "(#{half},#{half})" }
    points.each_with_index.map { |p, i| "##{from + i}=CARTESIAN_POINT('',(#{p.map(&:to_f).join(',')}));" }.join("\n") +
      "\n##{id}=(BOUNDED_SURFACE()B_SPLINE_SURFACE(2,1,(#{rows.join(',')}),.UNSPECIFIED.,.U.,.U.,.U.)" \
      'B_SPLINE_SURFACE_WITH_KNOTS((3,2,2,2,3),(2,2),(0.,1.,2.,3.,4.),(0.,1.),.UNSPECIFIED.)' \
      "GEOMETRIC_REPRESENTATION_ITEM()RATIONAL_B_SPLINE_SURFACE((#{weights.join(',')}))" \
      "REPRESENTATION_ITEM('')SURFACE());"
  end

  def test_a_cylinder_told_as_a_spline_is_a_cylinder
    text = STEP::Writer.write(Modelling::Builder.build(Modelling::Recipe.parse(DISC)))
    from = 900_000
    told = text.gsub(/^#(\d+)\s*=\s*CYLINDRICAL_SURFACE\('',#\d+,(5|30)\.?0*\);/) do
      spline_cylinder(Regexp.last_match(1), Regexp.last_match(2).to_i, from += 100)
    end
    assert_equal 2, told.scan('RATIONAL_B_SPLINE_SURFACE').size
    solid = STEP::Import.read(told).model.solid
    assert_closed solid
    round = solid.faces.map(&:surface).select { |s| s.kind == :cylinder }.map { |s| s.radius.round(6) }
    assert_equal [1.5, 5.0, 30.0], round.sort
    assert_empty view(solid, 'top').select { |s| s.shape == :path || s.spline? }
  end
end
