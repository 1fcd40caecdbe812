# frozen_string_literal: true

# The boolean fuzz of test/solids/boolean_test.rb, long: ruby --yjit bench/fuzz.rb [seeds a mode]
$LOAD_PATH.unshift(File.expand_path('../test', __dir__))
require_relative '../test/solids/boolean_test'

# Runs the laws on many more seeds than the test does.
class LongFuzz < BooleanTest
  SEEDS = Integer(ARGV[0] || 1000)
  instance_methods.grep(/\Atest_/).each { |m| undef_method(m) }

  def test_long_fuzz
    %i[lattice turned free].each { |mode| SEEDS.times { |seed| check_laws(mode, Random.new(seed)) } }
  end
end
