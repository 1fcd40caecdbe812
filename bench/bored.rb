# frozen_string_literal: true

# Parts of our own whose faces are pierced and cut (test/bored_parts.rb), written as STEP and read back, by us and by an
# independent reader (npm occt-import-js): ruby bench/bored.rb [names]. For each: volume against the recipe's, faces,
# what the other reader finds (faces, empty ones, open edges, volume), and the lengths of visible / hidden lines against
# those of the recipe's solid, in per cent.
require_relative '../config/core'
require_relative '../test/bored_parts'
require 'json'
require 'open3'

READER = File.expand_path('../test/js/read_step.mjs', __dir__)
VIEWS = %w[front top right left bottom iso].freeze
# Per cent, and mm below which no difference is told.
ALIKE = 0.5
LEAST = 0.3

whole = ->(solid) { Nockplane::Solids::Mass.of(solid).volume + Nockplane::Solids::Bulge.of(solid)[0] }
lengths = lambda do |solid|
  set = Nockplane::Projection::EdgeSet.new(solid)
  VIEWS.flat_map do |name|
    lines = Nockplane::Projection::Linework.of(solid, Nockplane::Projection::ViewFrame.named(name), edge_set: set)
    [true, false].map { |visible| lines.lengths(visible).values_at(:sharp, :silhouette).sum }
  end
end

names = ARGV.empty? ? BoredParts::ALL.keys : ARGV
alike = 0
names.each do |name|
  model = Nockplane::Modelling::Builder.build(Nockplane::Modelling::Recipe.parse(BoredParts.recipe(name)))
  made = model.solid
  text = Nockplane::Formats::Step::Writer.write(model)
  started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  read = Nockplane::Formats::Step::Import.read(text).model
  seconds = Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
  other = JSON.parse(Open3.capture2('node', READER, stdin_data: text, binmode: true)[0])
  apart =
    lengths[made].zip(lengths[read.solid]).map { |a, b| (b - a).abs < LEAST ? 0.0 : 100 * ((b / [a, 1e-9].max) - 1) }
  alike += apart.count { |p| p.abs < ALIKE }
  found =
    format(
      '%s %+.2f %%',
      other.values_at('faces', 'empty', 'open').join('/'),
      100 * ((other['volume'] / whole[made]) - 1)
    )
  puts format(
    '%-28s %5.2f s volume %+.1e faces %d/%d closed %s other %s lines %s',
         name,
         seconds,
         (whole[read.solid] / whole[made]) - 1,
         made.faces.size,
         read.solid.faces.size,
         read.solid.closed?,
         found,
         apart.map { |p| p.abs < ALIKE ? '.' : format('%+.1f', p) }.join(' ')
  )
end
puts "#{alike} of #{names.size * VIEWS.size * 2} lengths alike to #{ALIKE} %"
