# frozen_string_literal: true

require 'test_helper'

# Lines of values and splicing of edits, on block and flow layout, quotes and comments.
class RecipeSourceTest < CoreTest
  TEXT = <<~R
    # a part
    nockplane: recipe/1
    name: "Disc, large"   # quoted
    parameters:
      d: {value: 40, tolerance: "±0.1"}
      t: 5     # thickness
    features:
      - id: disc
        type: extrude
        profile: {kind: circle, diameter: d}
        depth: t
  R

  def source(text = TEXT) = Modelling::RecipeSource.new(text)

  def test_lines_of_values_and_of_what_is_not_there
    {
      'name' => 3,
      'parameters.d.value' => 5,
      'parameters.t' => 6,
      'features[0].profile.diameter' => 10,
      'features[0].profile.radius' => 10,
      'features[3]' => 8,
      'nothing' => 1
    }.each { |path, line| assert_equal line, source.line(path), path }
  end

  def test_values_by_kind
    data = source("a: 1\nb: 1.5\nc: true\nd: text\ne: '1'\nf:\ng: -.5\n").data
    assert_equal({ 'a' => 1, 'b' => 1.5, 'c' => true, 'd' => 'text', 'e' => '1', 'f' => nil, 'g' => -0.5 }, data)
  end

  def test_with_changes_one_value_only
    {
      'parameters.d.value' => ['value: 40', 'value: 42.5', 42.5],
      'parameters.t' => ['t: 5 ', 't: d / 8 ', 'd / 8'],
      'name' => ['"Disc, large"', '"Disc: wide"', 'Disc: wide']
    }.each { |path, (old, new, value)| assert_equal TEXT.sub(old, new), source.with(path, value), path }
  end

  def test_every_scalar_survives_being_written_again
    Dir[File.join(DEMO, '*.yml')].each do |file|
      text = File.read(file)
      given = source(text)
      paths(given.data).each { |path, value| assert_equal given.data, source(given.with(path, value)).data, path }
    end
  end

  def paths(data, path = '')
    case data
    when Hash
      data.flat_map { |k, v| paths(v, path.empty? ? k : "#{path}.#{k}") }
    when Array
      data.each_with_index.flat_map { |v, i| paths(v, "#{path}[#{i}]") }
    else
      [[path, data]]
    end
  end

  def test_hostile_values_are_quoted_when_written
    ['x: 1', "a\nb: 2", '*alias', '!tag', '# remark', '', 'true', '{}'].each do |value|
      assert_equal value, source(source.with('name', value)).data['name'], value.inspect
    end
  end

  def test_with_key_in_block_and_flow
    assert_includes source.with_key('features[0]', 'active', false),
                    "  - id: disc\n    active: false\n    type: extrude"
    assert_includes source.with_key('features[0].profile', 'inner', 3), '{kind: circle, inner: 3, diameter: d}'
    assert_includes source.with_key('features[0]', 'type', 'hole'), "    type: hole\n"
  end

  def test_windows_line_ends_are_read
    assert_equal source.data, source(TEXT.gsub("\n", "\r\n")).data
  end

  def test_what_is_not_a_single_value_is_not_written_over
    assert_raises(KeyError) { source.with('features[0].profile', 3) }
    assert_raises(KeyError) { source.with('nowhere', 3) }
  end

  # A key taken out leaves all else as it stands, whichever way it and its neighbours are written.
  def test_a_key_taken_out_wherever_it_stands
    around = ['a: {x: 1}', "a:\n  x: 1", 'a: 1']
    tables = ["t:\n  long: {w: 1}", 't: {long: {w: 1}}', "t:\n    long:\n      w: 1"]
    around.product(tables, around.map { |l| l.sub('a:', 'z:') }) do |before, table, after|
      data = ->(*parts) { Modelling::RecipeSource.new("#{parts.join("\n")}\n").data }
      [[before, table, after], [table, after], [before, table]].each do |parts|
        text = "#{parts.join("\n")}\n"
        left = Modelling::RecipeSource.new(text).without_key('', 't')
        assert_equal data[*(parts - [table])], Modelling::RecipeSource.new(left).data, text
      end
    end
    assert_equal "m: {b: 2}\n", Modelling::RecipeSource.new("m: {a: 1, b: 2}\n").without_key('m', 'a')
    assert_equal "m: {a: 1}\n", Modelling::RecipeSource.new("m: {a: 1, b: 2}\n").without_key('m', 'b')
    assert_equal "m: {a: 1, c: 3}\n", Modelling::RecipeSource.new("m: {a: 1, b: 2, c: 3}\n").without_key('m', 'b')
    assert_equal "m: {a: 1}\n", Modelling::RecipeSource.new("m: {a: 1}\n").without_key('m', 'a'), 'one stays'
  end
end
