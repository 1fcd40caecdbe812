# frozen_string_literal: true

# rake bench: building solids and views, in seconds and as ratios to a calibration loop timed in the same run.
# Medians of several runs; every run starts from nothing (no prefix cache). Closes with the growth exponents of the
# plates.
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

compiled = defined?(RubyVM::YJIT) && RubyVM::YJIT.enabled?
puts(compiled ? 'with YJIT' : 'plain Ruby, no YJIT')
Nockplane::LOADER.eager_load
calibration
unit = median(5) { calibration }
puts format('calibration loop %.4f s (ratios in brackets)', unit)
VIEWS = %w[front top right iso].freeze
puts format('%-26s %8s %20s %20s %20s', 'part', 'facets', 'build', 'edge set + 4 views', 'isometric view alone')
measured = Parts.all.to_h do |name, text|
  source = -> { Nockplane::Products::Source.new(library: ->(component, _) { Parts.library(component) }) }
  build = -> { source.call.model_of(text) }
  kept = source.call
  solid = kept.model_of(text).solid
  frames = VIEWS.map { |v| Nockplane::Projection::ViewFrame.named(v) }
  edges = kept.edge_set_of(text)
  # An assembly's edges are put together from those of its parts, which are kept like the parts.
  set = -> do
    Nockplane::Modelling::AssemblyRecipe.is?(text) ? kept.edge_set_of(text) : Nockplane::Projection::EdgeSet.new(solid)
  end
  views = lambda do
    found = set.call
    frames.each { |f| Nockplane::Projection::Linework.of(solid, f, edge_set: found) }
  end
  views.call if solid.facets.size < 5000
  runs = solid.facets.size > 20_000 ? 1 : (solid.facets.size > 5000 ? 3 : 5)
  a, b, c =
    [build, views, -> { Nockplane::Projection::Linework.of(solid, frames[-1], edge_set: edges) }].map do |work|
      median(runs, &work)
    end
  puts format(
    '%-26s %8d %10.3f s [%5.1f] %10.3f s [%5.1f] %10.3f s [%5.1f]',
         name,
         solid.facets.size,
         a,
         a / unit,
         b,
         b / unit,
         c,
         c / unit
  )
  [name, [a, b, c]]
end

# Growth: time ~ number ** exponent, between plates and between assemblies.
def grown(from, to, ratio)
  from.zip(to).map { |x, y| Math.log(y / x) / Math.log(ratio) }
end

[[25, 100], [100, 225], [225, 900]].each do |few, many|
  exponents = grown(measured["plate, #{few} holes"], measured["plate, #{many} holes"], many.fdiv(few))
  puts format('growth from %d to %d holes: build n^%.2f, four views n^%.2f, isometric n^%.2f', few, many, *exponents)
end
exponents = grown(measured['assembly of 36'], measured['assembly of 484'], 484.fdiv(36))
puts format('growth from 36 to 484 instances: build n^%.2f, four views n^%.2f, isometric n^%.2f', *exponents)
puts format('peak memory %d MB', File.read('/proc/self/status')[/VmHWM:\s+(\d+)/, 1].to_i / 1024)
