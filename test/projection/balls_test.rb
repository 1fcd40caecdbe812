# frozen_string_literal: true

require 'step_helper'

# Balls and parts of balls: outlines are circles, sizes S⌀ and SR, places those of their middles. mm.
class BallsTest < CoreTest
  include StepHelpers

  def turned(*edges)
    listed = edges.map { |name, to, about| "{name: #{name}, to: #{to}#{", centre: #{about}, turn: right" if about}}" }
    profile = "{kind: free, start: [0, 0], edges: [#{listed.join(', ')}, {name: axis}]}"
    "- {id: pin, type: revolve, axis: z, profile: #{profile}}\n"
  end

  # A shank of 16 with a ball of 30 whose middle is at 45.
  def knob = turned([:rim, [0, 8]], [:side, [45 - Math.sqrt(161), 8]], [:ball, [60, 0], [45, 0]])

  # A pin of 20 with a dome of 50 about the middle of its foot.
  def pin = turned([:rim, [0, 10]], [:side, [Math.sqrt(2400), 10]], [:dome, [50, 0], [0, 0]])

  def sheet(features)
    text = "nockplane: recipe/1\nname: Ball\nfeatures:\n#{features.gsub(/^/, '  ')}"
    source = Products::Source.new(store: STORE) { text }
    template = Drawings::Template.all['a3-part-first-angle']
    views = template.berths.reject { |b| Drawings::Views.of(b).pictorial? }.map(&:id)
    rules = Linking::SizeRules.parse('linear,holes,arcs')
    [Linking::FreshDrawing.of(template, 'm', 1, source, title: 'Ball', number: 'QI-1-D', adopt: views, rules: rules),
     source]
  end

  def words(drawing) = drawing.dimensions.map { |d| d.snapshot.words(drawing.standard).to_s }

  def outlines(features, frame)
    Projection::Linework.of(built(features).solid, frame).strokes.select { |s| s.kind == :silhouette && s.visible }
  end

  def test_the_outline_of_a_ball_is_an_arc_of_its_circle
    [Projection::ViewFrame.named('front'), Projection::ViewFrame.named('iso')].each do |frame|
      arc = outlines(knob, frame).find(&:arc?)
      assert_in_delta 15.0, arc.rx, 1e-9
      frame.image([0.0, 0.0, 45.0]).zip(arc.centre) { |a, b| assert_in_delta a, b, 1e-9 }
    end
    front = outlines(knob, Projection::ViewFrame.named('front')).find(&:arc?)
    assert_in_delta 2 * (Math::PI - Math.asin(8 / 15.0)), front.to - front.from, 1e-3, 'up to the shank'
    assert_in_delta 1.5 * Math::PI, (front.from + front.to) / 2 - Math::PI, 1e-3, 'open below'
  end

  # (SΦ of more than half a ball, SR of less; standards.md 6.2.)
  def test_sizes_of_balls
    [[knob, ['⌀16', '45', 'S⌀30']], [pin, ['⌀20', 'SR50']]].each do |features, wanted|
      drawing, source = sheet(features)
      assert_equal wanted.sort, words(drawing).sort
      assert_empty Linking::Completeness.new(drawing, source).parts[0].report.missing
    end
  end

  # The leader of a dome ends on what there is of it.
  def test_the_leader_of_a_dome_ends_on_it
    drawing, source = sheet(pin)
    size = drawing.dimensions.find { |d| d.snapshot.kind == 'ball_radius' }
    builder = Drawings::SceneBuilder.new(drawing, 's1', source)
    at = builder.place(drawing.view(size.view))
    ink = builder.scene.groups.find { |g| g.owner == "dimension/#{size.id}" }.items
    x, y = at.image(*ink.grep(Drafting::Ink::Fill)[0].points[0])
    assert_in_delta 50.0, Math.hypot(x, y), 1e-6
    assert_operator x.abs, :<=, 10.0
  end

  # By hand: its middle or the top of its outline is picked, and a distance to that outline is one to the ball.
  def test_a_ball_is_measured_by_hand
    text = "nockplane: recipe/1\nname: Ball\nfeatures:\n#{knob.gsub(/^/, '  ')}"
    source = Products::Source.new(store: STORE) { text }
    template = Drawings::Template.all['a3-part-first-angle']
    drawing = Linking::FreshDrawing.of(template, 'm', 1, source, title: 'Ball', number: 'QI-1-D', adopt: [])
    measuring = Linking::Measuring.new(drawing, source)
    at = Drawings::SceneBuilder.new(drawing, 's1', source).place(drawing.view('front'))
    foot, middle, top = [[8, 0], [0, 45], [0, 60]].map { |x, y| at.paper(x, y) }
    [middle, top].each do |pick|
      more = drawing.apply(measuring.round('front', pick, [pick[0] + 30, pick[1] + 20], anyway: true))
      assert_equal ['S⌀30'], words(more)
    end
    high = drawing.apply(measuring.measure('front', 'upright', [foot, top], [foot[0] + 30, top[1]], anyway: true))
    assert_equal ['60'], words(high)
  end
end
