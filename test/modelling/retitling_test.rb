# frozen_string_literal: true

require 'test_helper'

# Names and properties put into the texts of revisions.
class RetitlingTest < CoreTest
  R = Modelling::Retitling

  def properties(text) = Modelling::Recipe.parse(text).then { |r| [r.name, r.properties] }
  FEATURES = "features:\n  - {id: b, type: extrude, profile: {kind: circle, diameter: 5}, depth: 2}\n"

  def test_in_every_way_a_recipe_writes_them
    [
      "nockplane: recipe/1\nname: Pin\nproperties: {number: A-1}\n",
      "nockplane: recipe/1\nname: Pin\nproperties:\n  number: A-1 # ours\n",
      "nockplane: recipe/1\nname: Pin # short\n"
    ].each do |head|
      text =
        R.of(
          head + FEATURES,
          name: 'Dowel',
          properties: {
            'number' => 'A-2',
            'material' => 'C45: hardened',
            'heat treatment' => '58 HRC'
          }
        )
      assert_equal ['Dowel', { 'number' => 'A-2', 'material' => 'C45: hardened', 'heat treatment' => '58 HRC' }],
                   properties(text),
                   head
    end
  end

  def test_comments_and_layout_stay
    text =
      R.of(
        "# a pin\nnockplane: recipe/1\nname: Pin   # short\nproperties: {number: A-1}\n#{FEATURES}",
        properties: {
          'finish' => 'plain'
        }
      )
    assert_equal "# a pin\nnockplane: recipe/1\nname: Pin   # short\nproperties: {number: A-1, finish: plain}\n" \
                 "#{FEATURES}",
                 text
  end

  def test_names_that_are_none_are_refused
    fault =
      assert_raises(Modelling::RecipeFault) do
        R.of("nockplane: recipe/1\nname: Pin\n#{FEATURES}", properties: { "a: b\n" => 'x' })
      end
    assert_match(/is no name for a property/, fault.message)
  end

  def test_imported_models_keep_them_beside_the_file
    reference =
      Modelling::ImportReference.new(
        file: 'ab',
        name: 'pin.step',
        bytes: 1,
        faces: {
          12 => 'plane-1'
        },
        used: {
          '' => {
            'plane' => 3
          }
        }
      )
    given =
      Modelling::ImportReference.parse(
        R.of(reference.to_s, name: 'Dowel', properties: { 'material' => 'C45', 'finish' => '' })
      )
    assert_equal ['Dowel', { 'material' => 'C45' }, { 12 => 'plane-1' }], [given.title, given.properties, given.faces]
    assert_empty Modelling::ImportReference.parse(R.of(given.to_s, properties: { 'material' => '' })).properties
    assert_equal({ '' => { 'plane' => 5, 'bore' => 1 } }, given.with_used({ '' => { 'plane' => 5, 'bore' => 1 } }).used)
  end
end
