# frozen_string_literal: true

require 'app_helper'
require 'open3'
require 'rexml/document'
require 'sheet_metal_helper'

# bin/nockplane flat and parts, as people call them.
class FlatCommandTest < Minitest::Test
  include SheetMetalHelper

  BIN = File.join(App::ROOT, 'bin', 'nockplane')

  def run_it(*words)
    out, err, status = Open3.capture3({ 'NOCKPLANE_DATA' => ENV.fetch('NOCKPLANE_DATA') }, BIN, *words)
    [out, err, status.exitstatus]
  end

  def with_angle
    Dir.mktmpdir do |dir|
      path = File.join(dir, 'angle.recipe.yml')
      File.write(path, sheet(plate(50, 30), 'id: up, type: flange, edge: base/side.right, height: 25'))
      yield path, dir
    end
  end

  def test_figures_of_a_blank
    with_angle do |path|
      found = JSON.parse(run_it('flat', path, '--json')[0])
      assert_in_delta 50 + 6.0947 + 20, found['length'], 1e-4
      assert_equal [30.0, 2.0, false, 'K 0.44'], found.values_at('width', 'thickness', 'assumed', 'rule')
      assert_in_delta found['length'] * 30 * 2 * 7850e-9, found['mass'], 1e-6
      assert_equal [[90.0, 3.0, 'up', 30.0]],
                   found['bends'].map { |b| b.values_at('angle', 'radius', 'direction', 'length') }
      other = JSON.parse(run_it('flat', path, '--k', '0.3', '--json')[0])
      assert_in_delta 70 + (Math::PI / 2 * 3.6), other['length'], 1e-4
    end
  end

  def test_written_one_to_one_and_as_a_solid
    with_angle do |path, dir|
      svg, step = %w[svg step].map { |kind| File.join(dir, "flat.#{kind}") }
      assert_equal([0, 0], [svg, step].map { |out| run_it('flat', path, '--out', out)[2] })
      drawn = REXML::Document.new(File.read(svg)).root
      assert_in_delta 76.0947 + 10, drawn.attributes['width'].to_f, 1e-3, 'mm, with 5 mm around'
      assert_includes drawn.to_s, 'UP 90° R3'
      assert_equal %w[Cut Bend\ lines Bend\ notes], drawn.get_elements('g').map { |g| g.attributes['data-layer'] }
      assert_in_delta 76.0947 * 30 * 2, JSON.parse(run_it('inspect', step, '--json')[0])['volume'], 0.01
    end
  end

  def test_what_is_no_sheet_is_told
    _, err, status = run_it('flat', File.expand_path('../models/housing.step', __dir__))
    assert_equal 1, status
    assert_match(/close on themselves at #\d+/, err)
    with_angle do |path|
      assert_match(/from 0 .* to 1/, run_it('flat', path, '--k', '3')[1])
      assert_match(/written as .svg or .step/, run_it('flat', path, '--out', 'x.pdf')[1])
    end
  end

  def test_parts_of_an_assembly
    file = File.join(App::ROOT, 'demo', 'models', 'filter-wheel-unit.assembly.yml')
    rows = JSON.parse(run_it('parts', file, '--structure', 'indented', '--json')[0])['rows']
    wheel = rows.index { |r| r['name'] == 'Filter wheel' }
    assert_equal ['assembly', 0, 1], rows[wheel].values_at('kind', 'level', 'quantity')
    assert_equal [1, 1, 1], rows[wheel + 1, 3].map { |r| r['level'] }
    assert_equal [4], rows.select { |r| r['number'] == 'ISO 10642 - M4 x 12' }.map { |r| r['total'] }
    assert_match(/--structure flat: use all, top, indented/, run_it('parts', file, '--structure', 'flat')[1])
  end
end
