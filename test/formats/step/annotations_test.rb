# frozen_string_literal: true

require 'step_helper'

# The tolerances embedded in the annotated plate, as its file states them.
class StepAnnotationsTest < StepTest
  def dimensions = step_model('annotated-plate').dimensions
  def of(kind) = dimensions.select { |d| d.kind == kind }

  def test_sizes_and_distances_with_deviations_limits_and_fits
    assert_equal [[8.0, '+0.05/0', 4], [20.0, 'H7', 1]],
                 of(:diameter).map { |d| [d.value, d.tolerance, d.count] }.sort_by(&:first)
    assert_equal [[15.0, nil], [15.0, '±0.1'], [60.0, '+0.2/-0.05'], [100.0, '±0.1']],
                 of(:linear).map { |d| [d.value, d.tolerance] }.sort_by { |v, t| [v, t.to_s] }
  end

  def test_they_are_tied_to_faces_that_have_that_size
    solid = step_model('annotated-plate').solid
    of(:diameter).each { |d| d.faces.each { |f| assert_in_delta d.value / 2, solid.face(f).surface.radius, 1e-9 } }
    of(:linear).each { |d| assert_in_delta d.value, V.distance(d.from, d.to), 1e-9 }
  end

  def test_geometric_tolerances_with_zones_modifiers_and_datums
    assert_equal ['⫽|0.08|A', '⌓|0.25|A|C', '⌖|⌀0.1 Ⓜ|A|B Ⓜ|C', '⏊|⌀0.02|A', '⏥|0.05'].sort,
                 of(:tolerance_frame).map(&:prefix).sort
    assert_equal 4, of(:tolerance_frame).find { |d| d.id.include?('position') }.faces.size
    position = step_model('annotated-plate').annotations.find { |t| t[:kind] == :position }
    assert_equal [['A', []], ['B', [:maximum_material_requirement]], ['C', []]], position[:datums]
  end

  def test_datums_and_their_faces
    assert_equal %w[A B C], of(:datum).map(&:prefix).sort
    b = of(:datum).find { |d| d.prefix == 'B' }
    assert_equal :cylinder, step_model('annotated-plate').solid.face(b.faces[0]).surface.kind
  end

  def test_a_drawing_adopts_them_with_their_tolerances_and_frames
    reference = Modelling::ImportReference.new(file: 'annotated', name: 'annotated', bytes: 1).to_s
    source = Products::Source.new(importer: ->(_, _) { step_model('annotated-plate') }) { |_, _| reference }
    drawing = Drawings::Template.all.fetch('a3-part-first-angle').fill('m', 1, source, title: 'Plate', number: 'QI-9-D')
    drawing = adopted(drawing, source, 'plan')
    words = drawing.dimensions.map { |d| d.snapshot.words(drawing.standard).to_s }
    assert_includes words, '⌀20 H7'
    assert_includes words, '4× ⌀8 +0,05/0'
    drawn =
      Drawings::SceneBuilder
        .new(drawing, 's1', source)
        .scene
        .groups
        .flat_map(&:items)
        .grep(Drafting::Ink::Text)
        .map(&:string)
    ['⌖', '⌀0,1 Ⓜ', 'B Ⓜ'].each { |cell| assert_includes drawn, cell, 'each cell of the frame is lettered by itself' }
  end

  # A tolerance of a plane stands where the plane is seen as a line; of a bore best where it is seen as a circle.
  def test_frames_suit_views_that_show_what_they_are_about
    suits = ->(d, view) { Drawings::Annotations.of(d).suits(d, Projection::ViewFrame.named(view)) }
    flat = of(:tolerance_frame).find { |d| d.id.include?('flatness') }
    assert_equal [2, 0], %w[front top].map { |v| suits[flat, v] }
    bore = of(:tolerance_frame).find { |d| d.id.include?('perpendicularity') }
    assert_equal [1, 2], %w[front top].map { |v| suits[bore, v] }
  end
end
