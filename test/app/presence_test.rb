# frozen_string_literal: true

require 'app_helper'

# Who is on a drawing: said with every pulse, gone when nothing more is said.
class PresenceTest < AppTest
  def setup
    super
    [App::Records::Presence, App::Records::PersonSession, App::Records::Person].each(&:delete_all)
    @ada = App::People.found('Ada Thorne', 'quiet filters')
    @ida = App::People.create('Ida Marsh', 'quiet filters', 'drafter')
    @now = Time.now
  end

  def teardown
    [App::Records::Presence, App::Records::Person].each(&:delete_all)
    super
  end

  def note(person, selected, at: @now) = App::Presence.note(drawn.id, person, sheet: 's1', selected: selected, now: at)
  def others(person = @ada, at: @now) = App::Presence.others(drawn.id, person, now: at)

  def test_others_are_seen_with_what_they_have_selected_oneself_is_not
    note(@ada, '')
    note(@ida, 'view/front')
    assert_equal [{ name: 'Ida Marsh', sheet: 's1', selected: 'view/front' }], others
    assert_equal ['Ada Thorne'], others(@ida).map { |o| o[:name] }
  end

  def test_who_says_nothing_more_is_gone
    note(@ida, '')
    assert_equal 1, others(at: @now + 10).size
    assert_empty others(at: @now + 20)
  end

  def test_another_selection_is_written_at_once_the_same_one_not_at_every_pulse
    note(@ida, 'view/front')
    note(@ida, 'view/front', at: @now + 2)
    assert_in_delta @now.to_f, App::Records::Presence.last.seen_at.to_f, 1e-3
    note(@ida, 'view/iso', at: @now + 3)
    assert_equal ['view/iso'], others.map { |o| o[:selected] }
    assert_equal 1, App::Records::Presence.count
  end

  def test_somebody_switched_off_is_not_there
    note(@ida, '')
    App::People.switch(@ida, on: false)
    assert_empty others
  end
end
