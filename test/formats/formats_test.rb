# frozen_string_literal: true

require 'test_helper'
require 'rexml/document'
require 'pdf-reader'

# What we write, read back by other programs.
class FormatsTest < CoreTest
  # One line 100 mm long, an ellipse arc, hostile text.
  def sample
    items = [
      Drafting::Ink.line([20, 30], [120, 30], width: 0.5, layer: 'visible'),
      Drafting::Ink::Arc.new(
        centre: [60.0, 60.0],
        rx: 20.0,
        ry: 10.0,
        rotation: 0.5,
        from: 0.0,
        to: 2.0,
        width: 0.25,
        layer: 'visible'
      ),
      Drafting::Ink.text(50, 50, '<script>alert("1")</script> & ⌀12', layer: 'note')
    ]
    Drawings::Scene.new(
      width: 420.0,
      height: 297.0,
      title: 'A <b>title',
      groups: [Drawings::Group.new(owner: 'note/n1', items: items)]
    )
  end

  def test_svg_is_well_formed_and_says_millimetres
    root = REXML::Document.new(Formats::Svg.write(sample, standalone: true)).root
    assert_equal ['420mm', '297mm', '0 0 420 297'], %w[width height viewBox].map { |a| root.attributes[a] }
    assert_equal 'M20 267L120 267', root.elements['//path'].attributes['d']
    assert_equal 'note/n1', root.elements['//g'].attributes['data-owner']
    assert_empty REXML::XPath.match(root, '//script')
    assert_equal %(<script>alert("1")</script> & ⌀12), root.elements['//text'].text
  end

  def test_svg_arc_ends_where_the_ellipse_does
    path = REXML::Document.new(Formats::Svg.write(sample)).root.elements.to_a('//path')[1].attributes['d']
    arc = sample.groups[0].items[1]
    numbers = path.scan(/-?[\d.]+/).map(&:to_f)
    assert_in_delta arc.at(0.0)[0], numbers[0], 1e-3
    assert_in_delta 297 - arc.at(2.0)[1], numbers[-1], 1e-3
  end

  class Ears
    attr_reader :points, :moves

    def initialize = (@points = []) && @moves = []
    def begin_new_subpath(x, y) = @moves << [x, y]
    def append_line(x, y) = @points << [x, y]
  end

  def test_pdf_is_true_to_scale_and_embeds_its_font
    reader = PDF::Reader.new(StringIO.new(Formats::Pdf.write([sample, sample])))
    assert_equal 2, reader.page_count
    page = reader.pages[0]
    assert_equal [0, 0, 1190.55, 841.89], page.attributes[:MediaBox].map { |v| v.to_f.round(2) }, 'A3'
    ears = Ears.new
    page.walk(ears)
    assert_in_delta 100, (ears.points[0][0] - ears.moves[0][0]) / 72 * 25.4, 0.001, '100 mm on paper'
    assert_includes page.text, '⌀12'
    font = page.fonts.values[0]
    assert_match(/osifont/i, font[:BaseFont].to_s)
    assert reader.objects.deref(font[:FontDescriptor])[:FontFile2], 'the TrueType subset is inside'
  end

  def test_every_sheet_of_the_demo_becomes_svg_and_pdf
    drawing, source = drawing_of(demo('hub-spindle'))
    scene = Drawings::SceneBuilder.new(adopted(drawing, source, 'front'), 's1', source).scene
    texts = REXML::XPath.match(REXML::Document.new(Formats::Svg.write(scene)).root, '//text').map(&:text)
    assert_includes texts, '⌀12 h6'
    assert_includes PDF::Reader.new(StringIO.new(Formats::Pdf.write([scene]))).pages[0].text, 'Part'
  end

  def glb(text)
    bytes = Formats::Glb.write(model(text))
    magic, version, total, json_length = bytes.unpack('a4L<L<L<')
    assert_equal ['glTF', 2, bytes.bytesize], [magic, version, total]
    [JSON.parse(bytes[20, json_length]), bytes[(28 + json_length)..]]
  end

  def test_glb_has_a_primitive_a_face_and_closes
    json, binary =
      glb(
        recipe(
          '  - {id: b, type: extrude, profile: {kind: rectangle, width: 10, height: 20, centred: false}, depth: 30}'
        )
      )
    mesh = json['meshes'][0]
    faces = mesh['primitives'].reject { |p| p['mode'] }
    assert_equal [6, 6, 7], [faces.size, mesh['extras']['faces'].size, mesh['primitives'].size]
    assert_in_delta 6000, volume_of(json, binary, mesh), 1e-3
  end

  # Three pins alike and a block: two meshes, four places, the corners where the model has them.
  def test_glb_holds_a_part_of_an_assembly_once
    parts = {
      'Pin' =>
        "nockplane: recipe/1\nname: Pin\nfeatures:\n  - {id: b, type: extrude, profile: {kind: rectangle, width: 4, " \
        "height: 6}, depth: 20}\n",
      'Block' =>
        "nockplane: recipe/1\nname: Block\nfeatures:\n  - {id: b, type: extrude, profile: {kind: rectangle, width: " \
        "50, height: 30}, depth: 10}\n"
    }
    text = <<~F
      nockplane: assembly/1
      name: Rack
      components:
        - {id: block, model: Block}
        - {id: pins, model: Pin, on: "block:b/end.end", at: [-12, 3], turn: 30, pattern: {kind: linear, columns: 3, column_spacing: 11}}
    F
    source = Products::Source.new(library: ->(name, _) { parts[name] })
    model = source.model_of(text)
    bytes = Formats::Glb.write(model)
    json = JSON.parse(bytes[20, bytes[12, 4].unpack1('L<')])
    binary = bytes[(28 + bytes[12, 4].unpack1('L<'))..]
    placed = json['nodes'].drop(1)
    assert_equal [2, 4, 3], [json['meshes'].size, placed.size, placed.map { |n| n['name'] }.grep(/pins/).size]
    assert_in_delta (50 * 30 * 10) + (3 * 4 * 6 * 20),
                    placed.sum { |n| volume_of(json, binary, json['meshes'][n['mesh']]) },
                    1e-2
    placed.each { |node| assert_corners(model, node, json, binary) }
    assert_equal(
      model.solid.faces.map(&:name).sort,
      placed.flat_map { |n| json['meshes'][n['mesh']]['extras']['faces'].map { |f| "#{n['name']}:#{f}" } }.sort
    )
  end

  # Every corner of a placed mesh is one of the model's, and the other way round.
  def assert_corners(model, node, json, binary)
    matrix = node['matrix'] || [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1]
    points =
      json['meshes'][node['mesh']]['primitives'].flat_map do |p|
        numbers(json, binary, p['attributes']['POSITION'], 'e', 3)
      end
    there =
      points
        .map do |p|
          3.times.map { |k| (3.times.sum { |c| matrix[(c * 4) + k] * p[c] } + matrix[12 + k]).round(3) + 0.0 }
        end
        .uniq
        .sort
    wanted =
      model
        .solid
        .faces
        .select { |f| f.name.start_with?("#{node['name']}:") }
        .flat_map { |f| model.solid.facets_of(f.name) }
        .flat_map { |f| f.loops.flatten }
        .uniq
        .map { |v| model.solid.point(v).map { |c| c.round(3) + 0.0 } }
        .uniq
        .sort
    assert_equal wanted, there, node['name']
  end

  def numbers(json, binary, index, code, size)
    accessor = json['accessors'][index]
    view = json['bufferViews'][accessor['bufferView']]
    binary[view['byteOffset'], view['byteLength']].unpack("#{code}*").each_slice(size).to_a
  end

  def volume_of(json, binary, mesh)
    mesh['primitives'].reject { |p| p['mode'] }.sum { |p| signed_volume(json, binary, p) }
  end

  def signed_volume(json, binary, primitive)
    points = numbers(json, binary, primitive['attributes']['POSITION'], 'e', 3)
    numbers(json, binary, primitive['indices'], 'L<', 3).sum do |a, b, c|
      V.dot(points[a], V.cross(points[b], points[c])) / 6
    end
  end
end
