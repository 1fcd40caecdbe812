# frozen_string_literal: true

require 'test_helper'

# Refusals by their exact words, and edits of the text.
class RecipeTest < CoreTest
  BOX = '  - {id: b, type: extrude, profile: {kind: rectangle, width: w, height: 20}, depth: 10}'

  def test_syntax_error_says_line
    fault =
      assert_raises(Modelling::RecipeFault) do
        model("nockplane: recipe/1\nname: X\nfeatures:\n  - {id: b, type: extrude\n")
      end
    assert_match(/\Aline [45]: not YAML: /, fault.faults[0].to_s)
  end

  def test_unknown_name_with_a_near_one
    assert_faulty "line 3, parameters.w: unknown name 'lenth'; did you mean 'length'?",
                  recipe(BOX, '{length: 40, w: lenth / 2}')
  end

  def test_cyclic_expression
    assert_faulty 'line 3, parameters.v: the expressions go in a circle: w → v → w; give one of them a number',
                  recipe(BOX, '{w: v + 1, v: w - 1}')
  end

  def test_all_faults_at_once
    fault =
      assert_raises(Modelling::RecipeFault) do
        model("nockplane: recipe/1\nname: ''\nfeatures:\n  - {id: B, type: extrude}\n  - {id: c, type: knit}\n")
      end
    assert_equal [2, 4, 5], fault.faults.map(&:line)
  end

  def test_hole_outside
    assert_faulty 'line 6, features[1] (h): h misses the part; move it onto the material or change its size',
                  recipe(
                    "#{BOX}\n  - {id: h, type: hole, on: b/end.end, at: [100, 0], diameter: 5, through: true}",
                    '{w: 40}'
                  )
  end

  def test_zero_thickness
    assert_faulty 'line 5, features[0].depth: 0 mm; a size must be above 0',
                  recipe('  - {id: b, type: extrude, profile: {kind: circle, diameter: 5}, depth: 0}')
  end

  def test_self_crossing_profile
    assert_faulty "line 5, features[0].profile: the profile crosses or touches itself: 'a' meets 'c'; " \
                    'move a point so that edges only meet at their ends',
                  recipe(
                    '  - {id: b, type: extrude, depth: 3, profile: {kind: free, start: [0, 0], edges: [{name: a, to: ' \
                      '[10, 10]}, {name: b, to: [10, 0]}, {name: c, to: [0, 10]}, {name: d}]}}'
                  )
  end

  def test_unknown_face_lists_the_known
    assert_faulty "line 6, features[1].on: there is no face 'b/top' here; use xy, xz, yz " \
                    'or one of b/side.bottom, b/side.right, b/side.top, b/side.left, b/end.start, b/end.end',
                  recipe("#{BOX}\n  - {id: h, type: hole, on: b/top, diameter: 5, through: true}", '{w: 40}')
  end

  def test_round_larger_than_its_edge
    assert_faulty "line 5, features[0].profile.corner_radius: the corners of 'right' need 24 mm and it is 20 mm " \
                    'long; use smaller rounds or chamfers',
                  recipe(
                    '  - {id: b, type: extrude, depth: 3, profile: {kind: rectangle, width: 40, height: 20, ' \
                      'corner_radius: 12}}'
                  )
  end

  def test_chamfer_deeper_than_the_part
    assert_faulty 'line 5, features[0].end_chamfer: 4 mm is more than the depth of 3 mm',
                  recipe('  - {id: b, type: extrude, depth: 3, end_chamfer: 4, profile: {kind: circle, diameter: 40}}')
  end

  def test_cutting_all_away
    assert_faulty 'line 6, features[1] (c): nothing is left of the part after this; ' \
                    'make the feature smaller or move it',
                  recipe(
                    "#{BOX}\n  - {id: c, type: extrude, operation: cut, on: b/end.end, through: true, profile: " \
                      '{kind: circle, diameter: 200}}',
                    '{w: 40}'
                  )
  end

  def test_unreadable_tolerance
    assert_faulty "line 3, parameters.w: tolerance 'tight' can't be read; write ±0.1, +0.2/-0.1, a fit such as H7, " \
                    'or exact',
                  recipe(BOX, '{w: {value: 40, tolerance: tight}}')
  end

  def test_hostile_texts_are_refused
    assert_raises(Modelling::RecipeFault) { model('a: ' * 100) }
    assert_raises(Modelling::RecipeFault) { model("x: #{'[' * 40}#{']' * 40}") }
    assert_raises(Modelling::RecipeFault) { model("a: &x 1\nb: *x\n") }
    assert_raises(Modelling::RecipeFault) { model("a: !ruby/object:Object {}\n") }
    assert_raises(Modelling::RecipeFault) { model('x' * 300_000) }
    assert_raises(Modelling::RecipeFault) { model("\xff\xfe") }
    assert_raises(Modelling::RecipeFault) { model(recipe(BOX, '{w: 10 ^ 10 ^ 10}')) }
  end

  def test_mutated_recipes_never_crash
    rng = Random.new(2)
    given = demo('hub-spindle')
    60.times do
      text = given.dup
      3.times { text[rng.rand(text.size)] = ['', '-', '9', ':', '{', "\n", 'x'].sample(random: rng) }
      begin
        model(text)
      rescue Nockplane::InputFault => e
        refute_empty e.message
      end
    end
  end

  def test_a_size_is_spliced_into_the_text_and_nothing_else_changes
    text =
      Modelling::Recipe
        .parse(demo('carousel'))
        .with_sizes('disc_diameter' => 152, 'hub_diameter' => 'hub_bore * 3')
        .text
    assert_equal demo('carousel').sub('{value: 150,', '{value: 152,').sub(
      'hub_diameter: {value: 34}',
                   'hub_diameter: {value: hub_bore * 3}'
    ),
                 text
    assert_equal 36.0, model(text).values['hub_diameter']
  end

  def test_switching_a_feature_off_and_on
    off = Modelling::Recipe.parse(demo('carousel')).with_feature('pockets', false)
    assert_equal [false], model(off.text).features.select { |id, *| id == 'pockets' }.map { |f| f[2] }
    assert_includes off.text, "  - id: pockets\n    active: false\n"
    flow = Modelling::Recipe.parse(recipe(BOX, '{w: 4}')).with_feature('b', false)
    assert_includes flow.text, '{id: b, active: false, type: extrude'
    assert_equal off.text.sub('active: false', 'active: true'), off.with_feature('pockets', true).text
  end

  def test_expressions
    values = model(recipe(BOX, '{a: 10, b: "max(a * 2, 15) + 1", w: "if(b > 20, b, 5)"}')).values
    assert_equal({ 'a' => 10.0, 'b' => 21.0, 'w' => 21.0 }, values)
  end
end
