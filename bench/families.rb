# frozen_string_literal: true

# Families: a series drawing shown for every variant of the Adapter ring (eight) and the Carousel (five), and what would
# become of the motor plate's drawing at its later revisions, read as models of their own. Seconds, without YJIT unless
# Ruby is told otherwise; models of variants are built on the way.
#   ruby bench/families.rb
require_relative '../config/core'

include Nockplane

ROOT = File.expand_path('..', __dir__)

def seconds
  started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  yield
  Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
end

def drawing(source, model)
  template = Drawings::Template.all.fetch('a3-part-first-angle')
  Linking::FreshDrawing.of(template, model, 1, source, title: model, number: 'QI-1', adopt: %w[front plan side])
end

%w[adapter-ring carousel].each do |name|
  text = File.read(File.join(ROOT, 'demo', 'models', "#{name}.recipe.yml"))
  source = Products::Source.new { text }
  series = Planning::Series.new(drawing(source, name), source)
  times = series.variants.to_h { |v| [v, seconds { series.plain(v) }] }
  puts format('%-14s %d variants in %.1f s, longest %.1f s', name, times.size, times.values.sum, times.values.max)
end

steps = File.join(ROOT, 'demo', 'designer')
importer = ->(reference, refine) do
  Formats::Step::Import.read(File.binread(File.join(steps, "#{reference.name}.step")), refine: refine).model
end
source =
  Products::Source.new(importer: importer) { |id, _| Modelling::ImportReference.new(file: id, name: id, bytes: 1).to_s }
first = drawing(source, 'motor-plate-r1')
(2..6).each do |r|
  id = "motor-plate-r#{r}"
  source.model(Products::Subject.new(id, 1))
  found = Linking::Rebind.new(first, source, to: Products::Subject.new(id, 1))
  fates = seconds { found.fates }
  whole = seconds { found.result }
  puts format(
    'motor plate 1 → %d: what becomes of it %.2f s, the sheet %.2f s; %s',
         r,
         fates,
         whole,
         found.fates.map(&:status).tally
  )
end
