# frozen_string_literal: true

require 'test_helper'
require 'chunky_png'
require 'pdf/reader'
require 'rexml/document'

# Files of the house style: templates and standards as JSON, pictures, layers in PDF and SVG.
class HouseFilesTest < CoreTest
  T = Formats::TemplateFile
  P = Formats::PictureReader
  SVG =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 20"><g transform="scale(1)"><path ' \
    'style="fill:#0f6e75;font-size:9px" d="M2 18L12 2Z"/></g></svg>'

  def base = JSON.parse(T.write(Drawings::Template.all['a3-part-first-angle']))

  def faults(data = base)
    assert_raises(T::Unusable) do
      T.read(data.is_a?(String) ? data : JSON.generate(data.tap { |d| yield d['cells'] if block_given? }), 'x')
    end.message
  end

  def test_shipped_templates_and_standards_pass_their_schemas_there_and_back
    Drawings::Template.all.each { |name, t| assert_equal t.document, T.read(T.write(t), name).document, name }
    Drafting::Standard.shipped.each_value { |s| assert_equal s, T.read_standard(T.write_standard(s)) }
  end

  def test_schemas_name_every_value_of_a_standard_and_every_field_of_a_cell
    standard = JSON.parse(File.read(File.join(T::SCHEMAS, 'standard.schema.json')))['properties'].keys - ['nockplane']
    assert_equal Drafting::Standard::DEFAULTS.keys.sort, standard.sort
    defs = JSON.parse(File.read(File.join(T::SCHEMAS, 'template.schema.json')))['$defs']
    {
      'berth' => Drawings::Berth.members - [:why],
      'layer' => Drawings::Layer.members,
      'table' => Drawings::Table.members,
      'block' => Drawings::Block.members,
      'picture' => Drawings::Picture.members
    }.each { |kind, members| assert_equal members.map(&:to_s).sort, defs[kind]['properties'].keys.sort, kind }
  end

  def test_broken_files_are_told_by_place
    assert_match(/not JSON/, faults('{"nockplane":'))
    assert_match(/nested more than 12 deep/, faults('[' * 40))
    assert_match(/not UTF-8/, faults("{\"a\": \"\xFF\"}".b))
    assert_match(/meta is missing/, faults('{"nockplane":"template/1","cells":{}}'))
    assert_match(%r{cells/sheet/s1/colour: this is not known here}, faults { |c| c['sheet/s1']['colour'] = 1 })
    assert_match(/'Front view' would lie off the sheet/, faults { |c| c['berth/front']['x'] = 900 })
    assert_match(/'c1' and 'c2' overlap/, faults { |c| c['block/b1']['cells'][1]['col'] = 0 })
    assert_match(
      /tied to each other in a circle/,
      faults { |c| c['berth/front'].merge!('parent' => 'plan', 'direction' => 'up') }
    )
    assert_match(/no sheet size 'A9'/, faults { |c| c['sheet/s1']['format'] = { 'size' => 'A9' } })
    assert_match(/there is no sheet 's9'/, faults { |c| c['block/b1']['sheet'] = 's9' })
    assert_match(/its id is 'b2'; key and id must agree/, faults { |c| c['block/b1']['id'] = 'b2' })
    assert_match(/wide.*|TB-06/, faults { |c| c['block/b1']['columns'][0] = 900 })
    assert_match(/there is no picture p9/, faults { |c| c['block/b1']['cells'][0]['picture'] = 'p9' })
    assert_match(/at most 8 MB/, faults(' ' * 8_000_001))
  end

  # Whatever is changed in a file, it is read or refused in words.
  def test_mutated_files_never_fail_otherwise
    rng = Random.new(3)
    text = T.write(Drawings::Template.all['a4-sheet-metal'])
    60.times do
      broken = text.dup
      rng
        .rand(1..4)
        .times do
          broken[rng.rand(broken.size), rng.rand(0..6)] = ['', '9', '"', '{', 'null', '-1e9', '[]'].sample(random: rng)
        end
      T.read(broken, 'x')
    rescue T::Unusable, P::Unusable
      pass
    end
  end

  def test_pictures_in_files_are_made_safe_again
    evil = ['<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1 1"><script>1</script></svg>'].pack('m0')
    data = base
    data['cells']['picture/p1'] = { 'id' => 'p1', 'kind' => 'svg', 'data' => evil, 'width' => 1, 'height' => 1 }
    assert_match(/<script>/, assert_raises(P::Unusable) { T.read(JSON.generate(data), 'x') }.message)
  end

  def test_an_svg_keeps_its_shapes_and_nothing_else
    picture = P.read(SVG, 'logo <x>.svg')
    assert_equal [40.0, 20.0, 'svg', 'logo x.svg'], [picture.width, picture.height, picture.kind, picture.name]
    text = picture.data.unpack1('m')
    assert_includes text, 'd="M2 18L12 2Z"'
    assert_includes text, 'fill="#0f6e75"'
    refute_includes text, 'font-size'
  end

  def test_pictures_that_are_none_or_could_harm_are_refused
    wrap = ->(inner, attributes = '') do
      %(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9" #{attributes}>#{inner}</svg>)
    end
    {
      'words' => /neither a PNG nor an SVG/,
      '' => /empty/,
      wrap['<script>1</script>'] => /<script>/,
      wrap['<foreignObject/>'] => /<foreignObject>/,
      wrap['<image href="http://x"/>'] => /<image>/,
      wrap['<style>*{}</style>'] => /<style>/,
      wrap['<path d="M0 0" onclick="x()"/>'] => /script \(onclick\)/,
      wrap['', 'onload="x()"'] => /script \(onload\)/,
      wrap['<path fill="url(http://x)" d="M0 0"/>'] => /outside itself/,
      wrap['<g>' * 40 + ('</g>' * 40)] => /30 deep/,
      wrap['<g/>' * 3001] => /3000 shapes/,
      '<svg' => /broken SVG|not an SVG|neither/,
      '<!DOCTYPE svg [<!ENTITY a "b">]><svg viewBox="0 0 1 1"/>' => /document type/,
      '<svg xmlns="http://www.w3.org/2000/svg"/>' => /no size/,
      "\x89PNG\r\n\x1A\n".b + ('x' * 60) => /broken PNG/,
      ('x' * 1_000_001) => /at most 1 MB/
    }
      .each { |bytes, words| assert_match words, assert_raises(P::Unusable) { P.read(bytes, 'f') }.message }
  end

  # Chunks with right checksums, so that what is wrong gets through to the reader.
  def png(*chunks) = Formats::PngChunks.file(chunks.map { |name, data| [name.b, data.b] })
  def head(width, height) = ['IHDR', [width, height, 8, 2, 0, 0, 0].pack('NNCCCCC')]
  def refusal(bytes) = assert_raises(P::Unusable) { P.read(bytes, 'f') }.message

  def test_pngs_that_would_unpack_to_much_are_refused_before_they_do
    assert_match(/60000 x 60000 pixels/, refusal(png(head(60_000, 60_000))))
    bomb = Zlib.deflate("\0" * 60_000_000, 9)
    assert_operator bomb.bytesize, :<, 100_000
    assert_match(/far more than its pixels/, refusal(png(head(2, 2), ['IDAT', bomb], ['IEND', ''])))
    good = ChunkyPNG::Image.new(2, 2).to_blob
    # the same file with a text that unpacks to 60 MB before its end
    text = "Comment\0\0".b + bomb
    hidden =
      good[0..-13] + [text.bytesize].pack('N') + 'zTXt' + text + [Zlib.crc32("zTXt#{text}".b)].pack('N') + good[-12..]
    assert_operator P.read(hidden, 'f').data.bytesize, :<, 500, 'the text was not even looked at'
    assert_match(
      /no head/,
      refusal(png(head(2, 2), head(9000, 9000), ['IDAT', Zlib.deflate('x')], ['IEND', ''])),
      'two heads'
    )
  end

  def test_damaged_pngs_are_read_or_refused_in_words
    rng = Random.new(8)
    image = ChunkyPNG::Image.new(9, 7, ChunkyPNG::Color.rgb(15, 110, 117))
    blobs = [image.to_blob, image.to_blob(interlace: true), image.to_blob(color_mode: ChunkyPNG::COLOR_INDEXED)]
    300.times do
      chunks = Formats::PngChunks.of(blobs.sample(random: rng)).map { |name, data| [name, data.dup] }
      rng
        .rand(1..3)
        .times do
          chunks.sample(random: rng)[1].then { |d| d.setbyte(rng.rand(d.bytesize), rng.rand(256)) unless d.empty? }
        end
      chunks.delete_at(rng.rand(chunks.size)) if rng.rand < 0.2
      P.read(Formats::PngChunks.file(chunks), 'x')
    rescue P::Unusable => e
      assert_match(/broken PNG|pixels/, e.message)
    end
  end

  def test_a_png_is_written_anew
    image = ChunkyPNG::Image.new(3, 2, ChunkyPNG::Color.rgb(15, 110, 117))
    image.metadata['Comment'] = '<script>'
    picture = P.read(image.to_blob(interlace: true), 'a.png')
    assert_equal image.pixels, ChunkyPNG::Image.from_blob(picture.data.unpack1('m')).pixels
    refute_includes picture.data.unpack1('m'), 'script'
  end

  # Whatever shapes are let in can be printed.
  def test_strange_shapes_are_drawn_or_refused_in_words
    rng = Random.new(5)
    bits = ['M', 'L', 'A', 'Z', '1', '-', '.', ' ', 'e9', ',', 'NaN', '10 10 0 1 1 5 5', 'q', '']
    40.times do
      d = Array.new(rng.rand(0..9)) { bits.sample(random: rng) }.join(' ')
      turn = %w[rotate( scale(0) matrix(1) translate(1,2) x].sample(random: rng)
      path = %(<path d="#{d}" transform="#{turn}" stroke-width="#{bits.sample(random: rng)}"/>)
      circle = %(<circle r="#{bits.sample(random: rng)}"/>)
      svg = %(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">#{path}#{circle}</svg>)
      assert_equal 'svg', P.read(svg, 'x').kind
    rescue P::Unusable => e
      assert_match(/can't be drawn|broken/, e.message)
    end
  end

  def test_a_picture_in_use_is_not_deleted
    drawing, =
      drawing_of(recipe('  - {id: b, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 20}'))
    drawing = drawing.apply(Drawings::BlockEdits.add_picture(drawing, P.read(SVG, 'logo.svg')))
    shown = drawing.apply(Drawings::BlockEdits.set_cell(drawing, 'b1', 'c1', 'picture' => 'p1', 'field' => nil))
    assert_match(/stands in the title block/, Drawings::AnnotationEdits.remove(shown, 'picture/p1').reason)
    assert_empty drawing.apply(Drawings::AnnotationEdits.remove(drawing, 'picture/p1')).pictures
  end

  def with_logo
    drawing, source =
      drawing_of(
        recipe(
          "  - {id: b, type: extrude, profile: {kind: rectangle, width: 60, height: 40}, depth: 20}\n" \
          '  - {id: h, type: hole, on: b/end.end, diameter: 9, through: true}'
        )
      )
    drawing = drawing.apply(Drawings::BlockEdits.add_picture(drawing, P.read(SVG, 'logo.svg')))
    drawing = drawing.apply(Drawings::BlockEdits.set_cell(drawing, 'b1', 'c1', 'picture' => 'p1', 'field' => nil))
    drawing = drawing.apply(Drawings::HouseEdits.set_layer(drawing, 'hidden', visible: false))
    Drawings::SceneBuilder.new(drawing, 's1', source, purpose: :print).scene
  end

  def test_layers_and_logo_in_svg
    root = REXML::Document.new(Formats::Svg.write(with_logo, standalone: true)).root
    groups = root.elements.to_a('g').to_h { |g| [g.attributes['data-layer'], g] }
    assert_includes groups.keys, 'Visible edges'
    assert_equal 'none', groups['Hidden edges'].attributes['display'], 'switched off, not left out'
    image = REXML::XPath.first(root, "//*[local-name()='image']")
    assert image.attributes['href'].start_with?('data:image/svg+xml;base64,')
    ratio = image.attributes['width'].to_f / image.attributes['height'].to_f
    assert_in_delta 2, ratio, 1e-3, 'as wide to high as it came'
  end

  def test_layers_in_pdf_as_optional_content
    reader = PDF::Reader.new(StringIO.new(Formats::Pdf.write([with_logo])))
    root = reader.objects.deref(reader.objects.trailer[:Root])
    config = reader.objects.deref(root[:OCProperties])
    name = ->(ref) { reader.objects.deref(ref)[:Name].dup.force_encoding('UTF-16BE').encode('UTF-8').delete("\uFEFF") }
    assert_includes config[:OCGs].map(&name), 'Visible edges'
    assert_equal ['Hidden edges'], reader.objects.deref(config[:D])[:OFF].map(&name)
    refute_includes config[:OCGs].map(&name), 'Berths'
    content = reader.page(1).raw_content
    assert_equal content.scan(/ BDC\b/).size, content.scan(/^EMC\b/).size
    assert_operator content.scan(%r{/OC /Layer\d+ BDC}).uniq.size, :>=, 4
  end

  def test_trimming_marks_make_the_paper_the_untrimmed_sheet
    scene = with_logo.tap { |s| s.overhang = [15.0, 16.5] }
    box =
      PDF::Reader.new(StringIO.new(Formats::Pdf.write([scene]))).page(1).attributes[:MediaBox].map do |v|
        (v * 25.4 / 72).round(1)
      end
    assert_equal [450.0, 330.0], box.last(2)
    assert_includes Formats::Svg.write(scene), 'viewBox="-15 -16.5 450 330"'
  end
end
