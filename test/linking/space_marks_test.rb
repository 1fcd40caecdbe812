# frozen_string_literal: true

require 'test_helper'

# Annotations as they stand in space: beside the part, in their planes, clear of one another. mm.
class SpaceMarksTest < CoreTest
  def planned(features, **more)
    base = built(features)
    made = Planning::Tolerances::ByRule.of(base, character: 'prismatic', way: 'geometric')
    plan = more.empty? ? made.plan : made.plan.with(made.plan.statements.map { |s| s.id == 'g1' ? s.with(**more) : s })
    Modelling::Planned::Weaving.new(base, plan).woven
  end

  PLATE = <<~F
    - {id: plate, type: extrude, profile: {kind: rectangle, width: 120, height: 80}, depth: 20}
    - {id: holes, type: hole, on: plate/end.end, at: [-40, -20], diameter: 9, through: true, pattern: {kind: linear, columns: 3, rows: 2, column_spacing: 40, row_spacing: 40}}
  F

  def level(mark, way) = Geometry::Vec.dot(mark.at, way)

  def test_words_lie_in_their_plane_beside_the_part_and_clear_of_one_another
    marks = Linking::SpaceMarks.of(planned(PLATE))
    assert_operator marks.size, :>, 10
    marks.each do |m|
      assert_in_delta 0, Geometry::Vec.dot(m.right, m.normal), 1e-12
      left = level(m, m.right)
      assert left + m.width <= -60 - 1e-6 || left >= 40 - 1e-6 || left + m.width <= -40,
             "#{m.id} stands beside the part"
    end
    marks
      .group_by { |m| [m.plane, level(m, m.right).negative?] }
      .each_value do |column|
        levels = column.sort_by { |m| -level(m, m.up) }
        levels.each_cons(2) do |a, b|
          assert_operator level(b, b.up) + b.height, :<=, level(a, a.up) + 1e-6, "#{a.id}, #{b.id}"
        end
      end
  end

  def test_a_distance_has_its_two_ends_and_an_exact_one_its_box
    marks = Linking::SpaceMarks.of(planned(PLATE)).to_h { |m| [m.id, m] }
    width = marks.values.find { |m| m.rows == [['120']] }
    assert width.boxed
    assert_equal 120.0, Geometry::Vec.distance(*width.dimension)
    assert_nil width.tip
    frame = marks.values.find { |m| m.rows[0][0] == '⌖' }
    assert_match(/\A⌀0,\d+ Ⓜ\z/, frame.rows[0][1])
    assert_equal %w[A B C], frame.rows[0].drop(2)
    assert_equal '6×', frame.above # (six holes in one pattern)
    assert_operator frame.height, :>, width.height * 1.9
    assert_equal 'triangle', marks.values.find { |m| m.kind == 'datum' }.tip
  end

  def test_what_a_person_put_somewhere_stands_there_in_the_plane_chosen
    mark = Linking::SpaceMarks.of(planned(PLATE, plane: 'right', at: [70.0, 10.0, 30.0])).find { |m| m.id == 'plan.g1' }
    assert_equal ['right', [70.0, 10.0, 30.0]], [mark.plane, mark.at]
  end
end
