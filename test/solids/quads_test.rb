# frozen_string_literal: true

require 'test_helper'

# Triangles joined to flat quads. mm.
class QuadsTest < CoreTest
  # Points by number.
  Points = Struct.new(:list) do
    def point(id) = list[id]
  end

  def joined(points, triangles) = Solids::Quads.joined(triangles, Points.new(points))

  def test_two_triangles_of_a_square
    square = [[0, 0, 0], [4, 0, 0], [4, 4, 0], [0, 4, 0]].map { |p| p.map(&:to_f) }
    quads = joined(square, [[0, 1, 2], [0, 2, 3]])
    assert_equal [[0, 1, 2, 3]], (quads.map { |q| q.rotate(q.index(0)) })
  end

  def test_what_is_bent_along_the_diagonal_stays_two
    bent = [[0, 0, 0], [4, 0, 0], [4, 4, 0.01], [0, 4, 0]].map { |p| p.map(&:to_f) }
    assert_equal 2, joined(bent, [[0, 1, 2], [0, 2, 3]]).size
  end

  def test_what_is_not_convex_stays_two
    dart = [[0, 0, 0], [4, 1, 0], [0, 8, 0], [0.5, 1, 0]].map { |p| p.map(&:to_f) }
    assert_equal 2, joined(dart, [[0, 1, 3], [1, 2, 3]]).size
  end

  # A torus is cut along it and around alike: every cell has four corners in one plane.
  def test_a_torus_of_a_file_is_all_quads
    bytes = File.binread(File.join(__dir__, '../models/torus.step'))
    solid = Formats::Step::Import.read(bytes).model.solid
    assert(solid.facets.all? { |f| f.loops.map(&:size) == [4] })
    assert_closed solid
  end
end
