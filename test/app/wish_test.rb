# frozen_string_literal: true

require 'app_helper'

# A size is typed key by key: the part is begun for each, and only the last counts.
class WishTest < AppTest
  # Takes a while: feature after feature.
  LONG = <<~F
    nockplane: recipe/1
    name: Comb
    features:
      - {id: base, type: extrude, profile: {kind: rectangle, width: 400, height: 400}, depth: 10}
    #{Array.new(280) { |i| "  - {id: h#{i}, type: hole, on: base/end.end, diameter: 6, through: true, at: [#{((i % 20) * 18) - 170}, #{((i / 20) * 18) - 170}]}" }.join("\n")}
  F

  def setup
    super
    @near, @far = UNIXSocket.pair
  end

  def teardown
    wish('nothing').make # what goes on still is given up
    [@near, @far].each(&:close)
    super
  end

  # What somebody asks at a browser (each in a thread of its own, as in the server).
  def asking(name = 'Cleo', &)
    Thread.new { App::Apart.on_behalf(App::Apart::Asker.new(name, @near), &) }
  end

  def wish(text, name = 'Cleo') = asking(name) { App::Wish.of_asker(text) }.value
  def built?(text) = App::Workshop.source.built?(text)

  def test_the_last_wish_of_a_person_counts
    first = wish('a').make
    other = wish('a', 'Dan').make
    assert_predicate first, :last?
    second = wish('b').make
    refute_predicate first, :last?
    assert_predicate second, :last?
    assert_predicate other, :last?
    assert_nil App::Wish.of_asker('a'), 'nobody asks here'
  end

  def test_what_is_wished_for_no_more_is_given_up_at_its_next_step
    drawn
    earlier = wish(PART).make
    wish('another').make
    thick = PART.sub('thick: 6', 'thick: 11')
    assert_raises(App::Wish::Outdated) { earlier.hold { App::Workshop.source.model_of(thick) } }
    refute built?(thick)
    paper = App::Paper.new(drawn, nil, source: App::Workshop.supposing(lid.id, thick))
    App::Workshop.source.model_of(thick)
    assert_raises(App::Wish::Outdated) { earlier.hold { paper.draw } }
    refute_predicate paper, :drawn?
    paper.draw
    assert_predicate paper, :drawn?
  end

  # A part that was begun while somebody typed stands when they send it; they are not behind what goes on after it.
  def test_a_part_that_was_begun_is_there_when_it_is_sent
    asking { App::Workshop.build_ahead(PART, [:build, LONG]) }.join
    assert built?(PART)
    sent = asking { App::Workshop.try_build(PART, following: [:build, LONG]) }
    assert_equal 'Lid', sent.value.name
    refute built?(LONG)
  end

  # Another key: the process that works on the part before turns to the new one.
  def test_another_size_is_not_behind_the_one_before
    before = asking do
      App::Workshop.build_ahead(LONG, [:build, LONG])
    rescue App::Wish::Outdated => e
      e
    end
    sleep 0.2
    asking { App::Workshop.build_ahead(PART, [:build, PART]) }.join
    assert built?(PART)
    assert_kind_of App::Wish::Outdated, before.value
    refute built?(LONG)
  end
end
