# frozen_string_literal: true

require 'step_helper'
require 'open3'

# What we write, read back: the same solid, true surfaces and curves; other formats judged by other readers.
class StepWriterTest < StepTest
  def kinds(solid) = solid.faces.group_by { |f| f.surface.kind }.transform_values(&:size)
  def back(model, refine: 1) = STEP::Import.read(STEP::Writer.write(model), refine: refine).model

  def assert_same(model, mass, relative: 2e-6)
    read = back(model)
    assert_empty read.report
    assert_closed read.solid
    assert_equal kinds(model.solid), kinds(read.solid)
    again = Solids::Mass.extrapolated(read.solid, back(model, refine: 2).solid)
    assert_in_delta mass.volume, again.volume, mass.volume * relative
    read
  end

  %w[carousel lid housing hub-spindle adapter-ring spacer motor].each do |name|
    define_method("test_#{name.tr('-', '_')}_comes_back_as_it_was") do
      assert_same(model(demo(name)), mass(demo(name)), relative: 3e-6)
    end
  end

  %w[plate-4 flange tee torus annotated-plate].each do |name|
    define_method("test_#{name.tr('-', '_')}_read_and_written_is_the_same") do
      assert_same(step_model(name), step_mass(name), relative: 1e-7)
    end
  end

  def test_true_curves_are_written
    text = STEP::Writer.write(model(demo('hub-spindle')))
    counts = STEP::Part21.new(text).counts
    assert_operator counts['CIRCLE'], :>, 10
    assert_operator counts['LINE'], :>, 2
    crossing = STEP::Part21.new(STEP::Writer.write(step_model('tee'))).counts
    assert_operator crossing['B_SPLINE_CURVE_WITH_KNOTS'], :>=, 2
  end

  def test_an_assembly_keeps_parts_places_names_and_colours
    model = step_model('assembly-40')
    read = back(model)
    assert_equal model.components.map(&:path).sort, read.components.map(&:path).sort
    assert_equal model.components.map(&:name).sort, read.components.map(&:name).sort
    assert_equal 4, STEP::Part21.new(STEP::Writer.write(model)).counts['MANIFOLD_SOLID_BREP'], 'every part once'
    assert_equal model.colours.values.tally, read.colours.values.tally
    Solids::Extent.of(model.solid).zip(Solids::Extent.of(read.solid)) { |a, b| assert_in_delta a, b, 1e-6 }
  end

  %w[housing vase].each do |name|
    define_method("test_free_surfaces_of_#{name}_come_back_as_they_were") do
      read = back(step_model(name))
      assert_empty read.report
      assert_closed read.solid
      assert_equal kinds(step_model(name).solid), kinds(read.solid)
      volume = Solids::Mass.of(step_model(name).solid).volume
      assert_in_delta volume, Solids::Mass.of(read.solid).volume, volume * 1e-4
    end
  end

  def test_a_void_is_written_as_a_void
    hollow =
      built(
        "  - {id: b, type: extrude, profile: {kind: rectangle, width: 40, height: 40}, depth: 30}\n  - {id: v, type: " \
        "extrude, operation: cut, on: xy, offset: 10, reverse: false, depth: 8, profile: {kind: circle, diameter: 10}}"
      )
    assert_equal 2, hollow.solid.shells.size, 'the cut lies inside'
    assert_includes STEP::Writer.write(hollow), 'BREP_WITH_VOIDS'
    assert_in_delta Solids::Mass.of(hollow.solid).volume, Solids::Mass.of(back(hollow).solid).volume, 1
  end

  # The rules of clause 6.4.2 that other readers insist on.
  def test_the_text_is_written_by_the_standard
    text = STEP::Writer.write(model(demo('spacer')), file: "it's.step")
    assert text.start_with?("ISO-10303-21;\n")
    assert_includes text, "FILE_NAME('it''s.step'"
    numbers = text[/DATA;.*/m].gsub(/'[^']*'/, '').scan(/(?<![\w#.])-?\d+(?:\.\d*)?(?:E[+-]?\d+)?(?![\w.])/)
    assert_empty(numbers.select { |n| n.include?('E') && !n.include?('.') }, 'a real has a point')
    text
      .scan(/^#\d+=\(([^;]*)\);$/)
      .each do |(body)|
        names =
          body
            .scan(/([A-Z_]+)\(/)
            .flatten
            .select { |n| n.match?(/UNIT|CONTEXT|RELATIONSHIP/) && !n.end_with?('MEASURE') }
        assert_equal names.sort, names, 'parts of a complex record stand in alphabetical order'
      end
  end

  def validated(bytes)
    out, status =
      Open3.capture2('node', File.expand_path('../../js/validate_glb.mjs', __dir__), stdin_data: bytes, binmode: true)
    assert status.success?
    JSON.parse(out)['issues']
  end

  def test_gltf_passes_the_khronos_validator
    [Formats::Glb.write(model(demo('carousel'))), Formats::Glb.write(step_model('assembly-40'))].each do |bytes|
      assert_equal [0, 0], validated(bytes).values_at('numErrors', 'numWarnings')
    end
  end

  # Volume of the triangles of a binary STL, as any other reader sums it.
  def test_stl_holds_the_mesh
    solid = model(demo('spacer')).solid
    bytes = Formats::Stl.write(solid)
    count = bytes[80, 4].unpack1('L<')
    assert_equal 84 + (50 * count), bytes.bytesize
    volume =
      count.times.sum do |i|
        p, q, r = bytes[84 + (50 * i) + 12, 36].unpack('e9').each_slice(3).to_a
        V.dot(p, V.cross(q, r)) / 6
      end
    assert_in_delta Solids::Mass.of(solid).volume, volume, 1e-2
  end
end
