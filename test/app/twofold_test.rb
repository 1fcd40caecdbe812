# frozen_string_literal: true

require 'app_helper'

# Pieces of work shared by a process and a copy of it. What each did is told in files, since nothing else comes back.
class TwofoldTest < AppTest
  MEMORY = 500_000_000

  def setup
    super
    @folder = Dir.mktmpdir
    App::Twofold.processors = 2
  end

  def teardown
    App::Twofold.processors = 1
    FileUtils.rm_rf(@folder)
    super
  end

  # { piece => [process ids that did it] }
  def done
    told = Dir.children(@folder).map { |name| name.scan(/\d+/).map(&:to_i) }
    told.group_by(&:first).transform_values { |all| all.map(&:last) }
  end

  def note(piece) = File.write(File.join(@folder, "#{piece} by #{Process.pid}"), '')

  def test_every_piece_is_done_once_by_whoever_is_free
    App::Twofold.each((1..8).to_a, memory: MEMORY) do |piece|
      note(piece)
      sleep 0.1
    end
    assert_equal (1..8).to_a, done.keys.sort
    assert done.values.all?(&:one?)
    assert_equal 2, done.values.flatten.uniq.size
    assert_includes done.values.flatten, Process.pid
  end

  def test_what_fails_in_the_copy_is_done_again_here
    mine = Process.pid
    App::Twofold.each((1..6).to_a, memory: MEMORY) do |piece|
      Process.pid == mine ? note(piece) : raise('broken')
      sleep 0.05
    end
    assert_equal [[mine]] * 6, done.values
    assert_raises(ZeroDivisionError) { App::Twofold.each([0, 0], memory: MEMORY) { |piece| 1 / piece } }
  end

  def test_a_copy_takes_no_more_memory_than_it_may
    mine = Process.pid
    App::Twofold.each([1, 2, 3], memory: 20_000_000) do |piece|
      Process.pid == mine ? sleep(0.3) : 'x' * 200_000_000
      note(piece)
    end
    assert_equal [1, 2, 3], done.keys.sort
    assert_equal [mine], done.values.flatten.uniq
  end

  def test_one_piece_or_one_processor_is_plain_work
    App::Twofold.each([1], memory: MEMORY) { |piece| note(piece) }
    App::Twofold.processors = 1
    App::Twofold.each([2, 3], memory: MEMORY) { |piece| note(piece) }
    assert_equal({ 1 => [Process.pid], 2 => [Process.pid], 3 => [Process.pid] }, done)
  end

  def test_a_copy_begins_while_something_else_is_done_here
    work = ->(piece) { note(piece) && sleep(0.1) }
    App::Twofold.beside([1, 2], memory: MEMORY, work: work) do
      sleep 0.5
      note(3)
    end
    assert_equal [1, 2, 3], done.keys.sort
    assert_equal [Process.pid], done[3]
    refute_includes done[1] + done[2], Process.pid
    App::Twofold.processors = 1
    App::Twofold.beside([4], memory: MEMORY, work: work) { note(5) }
    App::Twofold.beside([], memory: MEMORY, work: work) { note(6) }
    assert_equal [[Process.pid]] * 3, done.values_at(4, 5, 6)
  end

  # Garbage of a short task is left lying until nobody waits; of a long one it is not.
  def test_what_a_task_leaves_is_collected_later
    App::Hands.collect_later
    assert GC.disable, 'it is off'
    sleep App::Hands::UNSWEPT + 0.3
    refute GC.enable, 'it is on again'
  ensure
    GC.enable
  end

  def test_it_is_collected_in_a_pause
    from, to = IO.pipe
    swept = 0
    to.write('a')
    assert App::Hands.comes?(from) { swept += 1 }
    assert_equal 0, swept
    from.read(1)
    late = Thread.new { sleep(App::Hands::PAUSE + 0.3) && to.write('b') }
    assert App::Hands.comes?(from) { swept += 1 }
    assert_equal 1, swept
    late.join
  ensure
    [from, to].each(&:close)
  end

  # The lines of a sheet drawn by two are those drawn by one.
  def test_a_sheet_drawn_by_two
    App::Twofold.processors = 1
    one = drawn && strokes
    Dir[File.join(App.data_folder, 'cache', '*', '{linework,edges,opened}-*')].each { |f| File.delete(f) }
    App::Workshop.reset
    App::Twofold.processors = 2
    App::Heavy.lines(drawn.id, nil, 's1')
    assert App::Paper.new(drawn, 's1').drawn?
    assert_equal one, strokes
  end

  def strokes
    drawn.value.views.map do |view|
      Nockplane::Drawings::ShownModel.of(App::Workshop.source, drawn.value, view).linework.digest
    end
  end
end
