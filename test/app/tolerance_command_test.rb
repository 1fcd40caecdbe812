# frozen_string_literal: true

require 'command_helper'

# bin/nockplane plan, chain, issue.
class ToleranceCommandTest < AppTest
  include CommandHelper

  def test_plan_by_rule_tells_datums_annotations_and_coverage
    Dir.mktmpdir do |folder|
      out = File.join(folder, 'lid.step')
      text, _, status = run_it('plan', file('lid'), '--datums', 'A=plate/end.end', '--out', out, '--json')
      found = JSON.parse(text)
      assert_equal [0, %w[A B C], ['plate/end.end'], 1.0],
                   [status, found['datums'].keys, found['datums']['A'], found['share']]
      assert_empty(found['annotations'].reject { |a| (%w[faces id kind plane words] - a.keys).empty? })
      assert_equal ['pinned'], found['coverage'].values.uniq
      assert_match(/DATUM_SYSTEM/, File.read(out))
      _, err, status = run_it('plan', file('lid'), '--datums', 'A=plate/end.end,B=plate/end.start')
      assert_equal [1, true], [status, err.include?('datum B takes no freedom away')]
      _, err, = run_it('plan', file('lid'), '--way', 'somehow')
      assert_equal "--way somehow: use geometric or plusminus\n", err
    end
  end

  # Worst: 1.2 ±0.1 (ISO 2768-m, up to 3) and 5 ±0.05; root of the sum of squares: half zones 0.1 and 0.05.
  def test_chain_adds_up_at_worst_and_by_the_root_of_the_sum_of_squares
    ends = %w[--from plate/end.end --to spigot/end.end]
    out, _, status = run_it('chain', file('lid'), *ends, '--least', '6.1', '--json')
    found = JSON.parse(out)
    assert_equal [0, 6.2, [6.05, 6.35], 'never'], [status, *found.values_at('nominal', 'worst', 'kept')]
    assert_in_delta 6.2 - Math.sqrt((0.1**2) + (0.05**2)), found['likely'][0], 1e-6
    assert_equal %w[plate.depth spigot.depth], found['links'].map { |l| l['id'] }.sort
    _, err, status = run_it('chain', file('lid'), '--from', 'plate/end.end', '--to', 'plate/side.left')
    assert_equal [1, true], [status, err.include?('they are not parallel')]
  end

  def test_issue_lays_the_packet_into_a_folder
    drawn
    Dir.mktmpdir do |folder|
      out = File.join(folder, 'packet')
      words = ['issue', drawn.number, '--out', out, '--by', 'Ada Thorne', '--json']
      _, err, status = run_it(*words)
      assert_equal [1, true], [status, err.include?('say why it is issued all the same')]
      text, err, status = run_it(*words, '--waiver', 'first trial')
      assert_equal 0, status, err
      found = JSON.parse(text)
      found['files'].each { |f| assert_equal f['digest'], Digest::SHA256.file(File.join(out, f['name'])).hexdigest }
      assert_equal found['digest'], Digest::SHA256.file(File.join(out, found['zip'])).hexdigest
      assert_equal 'A', found['revision']
      _, err, status = run_it(*words, '--waiver', 'again')
      assert_equal [1, true], [status, err.include?('holds files already')]
      _, err, = run_it('issue', 'QI-none', '--out', File.join(folder, 'b'), '--by', 'x')
      assert_match(/there is no drawing 'QI-none'/, err)
    end
  end

  # A plan that a person made stays what it is, also where it gives no size a tolerance.
  def test_a_plan_that_there_is_goes_out_as_it_is
    text = File.read(file('lid'))
    datum = { 'kind' => 'datum', 'id' => 'd1', 'letter' => 'A', 'faces' => ['plate/end.start'] }
    own = Nockplane::Modelling::TolerancePlan.new('statements' => [datum]).in(text.gsub(/, tolerance: [^,}]+/, ''))
    source = Nockplane::Products::Source.new { own }
    Dir.mktmpdir do |folder|
      out = File.join(folder, 'lid.step')
      App::Commands::Export.call(own, source, 'step', out, plan: true)
      assert_equal [1, 0], [/=DATUM\(/, /GEOMETRIC_TOLERANCE/].map { |w| File.read(out).scan(w).size }
    end
  end
end
