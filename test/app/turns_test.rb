# frozen_string_literal: true

require 'app_helper'

# Requests of a process take turns; what waits for another process gives its turn up; sweeps and followers are found
# without reading what has nothing to follow.
class TurnsTest < AppTest
  # An application that says when it began and waits until it is let go.
  class Slow
    attr_reader :begun

    def initialize
      @begun = Thread::Queue.new
      @go = Thread::Queue.new
    end

    def call(env)
      App::Turns.give_up if env['aside']
      @begun << env['name']
      @go.pop
      [200, {}, []]
    end

    def let_go = @go << true
  end

  def ask(turns, name, aside: false) = Thread.new { turns.call({ 'name' => name, 'aside' => aside }) }

  def test_the_second_waits_until_the_first_is_answered
    slow = Slow.new
    turns = App::Turns.new(slow)
    threads = Array.new(App::Turns::AT_ONCE) { |i| ask(turns, "first #{i}").tap { slow.begun.pop } }
    threads << ask(turns, 'late')
    sleep 0.05
    assert_empty slow.begun, 'nobody begins out of turn'
    slow.let_go
    assert_equal 'late', slow.begun.pop
    threads.size.times { slow.let_go }
    threads.each { |t| t.join(5) }
    assert_equal App::Turns::AT_ONCE, App::Turns::FREE.size, 'every turn is free again'
  end

  def test_who_waits_for_another_process_gives_the_turn_up_and_once_only
    slow = Slow.new
    turns = App::Turns.new(slow)
    aside = ask(turns, 'aside', aside: true).tap { slow.begun.pop }
    other = ask(turns, 'other')
    assert_equal 'other', slow.begun.pop, 'meanwhile somebody else is answered'
    2.times { slow.let_go }
    [aside, other].each { |t| t.join(5) }
    assert_equal App::Turns::AT_ONCE, App::Turns::FREE.size
  end

  def test_a_turn_comes_back_when_the_application_fails
    turns = App::Turns.new(->(_) { raise KeyError, 'broken' })
    3.times { assert_raises(KeyError) { turns.call({}) } }
    assert_equal App::Turns::AT_ONCE, App::Turns::FREE.size
  end

  UNIT = "nockplane: assembly/1\nname: Unit\nproperties: {number: U-1}\ncomponents:\n  - {id: lid, model: QI-2130}\n"
  FIXED = UNIT.sub('U-1', 'U-2').sub('name: Unit', 'name: Fixed').sub('QI-2130}', 'QI-2130, revision: 1}')

  def test_assemblies_that_have_something_to_follow_are_found_by_what_they_name
    lid
    unit, fixed = [UNIT, FIXED].map { |text| App::Actions::AddModel.call(text) }
    assert_empty App::Aftermath.suspects
    Delayed::Worker.stub(:delay_jobs, true) { revise(lid, 'thick: 6', 'thick: 6.4') }
    assert_equal [unit.id, fixed.id].sort, App::Aftermath.suspects.sort
    assert_equal [unit.name], App::Aftermath.naming(lid).select { |a| App::Aftermath.behind?(a) }.map(&:name)
    Delayed::Job.delete_all
  end

  def test_a_sweep_is_put_on_the_queue_only_for_what_no_job_waits_for
    drawn
    Delayed::Job.delete_all
    Delayed::Worker.stub(:delay_jobs, true) do
      App::Records::Standing.update_all(basis: 'old')
      App::Standings.recheck(drawn)
      App::Standings.sweep
      assert_equal ["docket-#{drawn.id}"], Delayed::Job.pluck(:queue)
      Delayed::Job.delete_all
      App::Standings.sweep
      assert_equal ['sweep'], Delayed::Job.pluck(:queue)
    end
    Delayed::Job.delete_all
  end
end
