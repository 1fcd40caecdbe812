# frozen_string_literal: true

# rake bench: building solids and views, in seconds and as ratios to a calibration loop timed in the same run.
# Medians of several runs; every run starts from nothing (no prefix cache).
require_relative '../config/core'
require_relative 'parts'

def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

def median(runs)
  times = Array.new(runs) do
    GC.start
    started = clock
    yield
    clock - started
  end
  times.sort[runs / 2]
end

# A loop of float arithmetic on arrays, the kind of work the kernel does.
def calibration
  xs = Array.new(1000) { |i| i * 0.37 }
  sum = 0.0
  2000.times do
    i = 0
    while i < 1000
      sum += (xs[i] * 1.0001) - 0.5
      i += 1
    end
  end
  sum
end

abort 'run with YJIT: rake bench' unless defined?(RubyVM::YJIT) && RubyVM::YJIT.enabled?
Nockplane::LOADER.eager_load
calibration
unit = median(5) { calibration }
puts format('calibration loop %.4f s (ratios in brackets)', unit)
VIEWS = %w[front top right iso].freeze
puts format('%-18s %8s %20s %20s', 'part', 'facets', 'build', 'four views')
Parts.all.each do |name, text|
  recipe = Nockplane::Modelling::Recipe.parse(text)
  build = -> { Nockplane::Modelling::Builder.build(recipe, cache: Nockplane::Modelling::Builder::Prefixes.new) }
  solid = build.call.solid
  views = lambda do
    edges = Nockplane::Projection::EdgeSet.new(solid)
    VIEWS.each { |v| Nockplane::Projection::Linework.of(solid, Nockplane::Projection::ViewFrame.named(v), edge_set: edges) }
  end
  views.call
  runs = solid.facets.size > 5000 ? 3 : 5
  a, b = [build, views].map { |work| median(runs, &work) }
  puts format('%-18s %8d %10.3f s [%5.1f] %10.3f s [%5.1f]', name, solid.facets.size, a, a / unit, b, b / unit)
end
