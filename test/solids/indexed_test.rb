# frozen_string_literal: true

require 'test_helper'

# Faces looked up by the names that people and files gave them, also after they were cut or taken in.
class IndexedTest < CoreTest
  # A plate whose top a way cuts in two.
  CUT = <<~F
    - {id: plate, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 10}
    - {id: way, type: pocket, on: plate/end.end, profile: {kind: rectangle, width: 8, height: 60}, depth: 4}
  F

  def index(text) = Solids::Indexed.of(built(text).solid)

  def test_a_face_stands_for_itself
    found = index(CUT)
    assert_equal(['plate/end.start'], found.standing('plate/end.start').map(&:name))
    assert_empty found.standing('plate/none')
  end

  def test_the_pieces_of_a_face_stand_for_it
    found = index(CUT)
    pieces = found.standing('plate/end.end')
    assert_equal 2, pieces.size
    pieces.each do |face|
      assert_match(%r{\Aplate/end\.end~}, face.name)
      assert_equal [face], found.standing(face.name)
      assert_equal 10.0, found.point(found.facets_of(face.name)[0].loops[0][0])[2]
    end
  end

  def test_a_face_stands_for_those_that_it_took_in
    face = Solids::Face.new('top', nil, ['lid~rim'])
    facet = built(CUT).solid.facets[0].with_face(face)
    found = Solids::Indexed.new(Struct.new(:facets).new([facet]))
    %w[top lid~rim lid].each { |name| assert_equal [face], found.standing(name), name }
  end

  def test_an_index_is_taken_as_it_is_and_keeps_what_was_worked_out
    found = index(CUT)
    assert_same found, Solids::Indexed.of(found)
    assert_equal 1, found.kept(:once) { 1 }
    assert_equal 1, found.kept(:once) { flunk 'worked out twice' }
  end
end
