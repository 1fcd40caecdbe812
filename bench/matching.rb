# frozen_string_literal: true

# Faces of random parts whose sizes, places or features change, matched as those of files are, against the names that
# the recipe gives them: ruby bench/matching.rb [PARTS] [SEED]. Told for each kind of change: faces that are in both,
# how many of them were found, and how many were taken for another that is there, too. (Pieces of a face are numbered by
# place, and where a pattern gets another count no name says which hole is which: what is told of these is looked at.)
require_relative '../config/core'
require_relative '../test/random_recipe'

PARTS = Integer(ARGV[0] || 60)
SEED = Integer(ARGV[1] || 1)
SIZES = /(diameter|depth|width|height|across_flats|length|setback|radius|thickness): (-?[\d.]+)/.freeze
PLACE = /at: \[(-?[\d.]+), (-?[\d.]+)\]/.freeze

# ->(lines, random numbers) giving lines of the next revision.
CHANGES = {
  sizes: ->(lines, rng) { lines.map { |l| l.gsub(SIZES) { "#{$1}: #{($2.to_f * rng.rand(0.92..1.08)).round(2)}" } } },
  places: ->(lines, rng) do
    moved = ->(mm) { (mm.to_f + rng.rand(-1.5..1.5)).round(2) }
    lines.map { |l| l.gsub(PLACE) { "at: [#{moved[$1]}, #{moved[$2]}]" } }
  end,
  one_less: ->(lines, rng) { lines - [lines.grep(/id: f\d/).sample(random: rng)] },
  one_more: ->(lines, rng) { lines + ["  - #{RandomRecipe.new(rng).send(:feature, 'more')}"] },
  counts: ->(lines, rng) do
    lines.map { |l| l.sub('count: 4', "count: #{rng.rand(5..6)}").sub('columns: 3', "columns: #{rng.rand(4..5)}") }
  end
}.freeze

def solid(lines)
  text = "nockplane: recipe/1\nname: Part\nfeatures:\n#{lines.join("\n")}"
  Nockplane::Products::Source.new.model_of(text).solid
rescue Nockplane::Error
  nil # many are refused
end

found = Hash.new { |h, kind| h[kind] = [0, 0, 0] }
PARTS.times do |i|
  rng = Random.new(SEED + i)
  lines = RandomRecipe.new(rng, kinds: 2..5).features.lines.map(&:chomp)
  old = solid(lines) or next
  CHANGES.each do |kind, change|
    new = solid(change.call(lines, rng)) or next
    names = [old, new].map { |s| s.faces.map(&:name) }
    matched = Nockplane::Linking::Matching.of(old, new).matched
    wrong = matched.select { |n, o| n != o && (names[0].include?(n) || names[1].include?(o)) }
    counts = [names.reduce(:&).size, matched.count { |n, o| n == o }, wrong.size]
    found[kind] = found[kind].zip(counts).map(&:sum)
    wrong.each { |n, o| puts "  #{SEED + i} #{kind}: #{n} taken for #{o}" }
  end
end
found.each { |kind, counts| puts format('%-9s in both %5d, found %5d, taken for another %4d', kind, *counts) }
