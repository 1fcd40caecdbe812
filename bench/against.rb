# frozen_string_literal: true

# Our views against a compiled exact hidden-line algorithm, on the same STEP files in one run:
#   ruby bench/against.rb [FILE.step ...]          the samples, or these files
#   ruby bench/against.rb random FIRST LAST [spline] random parts made by that library (told as splines)
# Needs the Debian packages g++, libocct-modeling-algorithms-dev and libocct-data-exchange-dev, which nothing else here
# does. For each: processor seconds of edge set and four views, the other's, their ratio; then for views that differ mm
# of visible lines of theirs that we lack and of ours that they lack (by more than FAR mm; theirs are good to some
# tenths on free outlines, lack many a ball's, and draw seams, so that each has to be looked at), and of random parts
# volume, faces and what could not be read.
require_relative '../config/core'
require_relative 'against/lines'
require 'open3'
require 'tmpdir'

FAR = 0.3
LEAST = 0.5
SECONDS = 30
HERE = File.expand_path('against', __dir__)
FRAMES = %w[front top right iso].to_h { |name| [name, Nockplane::Projection::ViewFrame.named(name)] }
LIBRARIES = %w[
  TKSTEP TKSTEPBase TKSTEPAttr TKSTEP209 TKXSBase TKHLR TKFillet TKOffset TKBool TKBO TKPrim TKTopAlgo TKShHealing
  TKBRep TKGeomAlgo TKGeomBase TKG3d TKG2d TKMath TKernel
].map { |name| "-l#{name}" }.freeze

def cpu = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)

# Compiles a program of this folder; its path.
def compiled(name, folder)
  path = File.join(folder, name)
  built = system('g++', '-O2', '-w', '-I/usr/include/opencascade', File.join(HERE, "#{name}.cpp"), '-o', path,
                 *LIBRARIES)
  abort "#{name}.cpp could not be compiled; the head of bench/against.rb tells which packages it needs" unless built
  path
end

def edge_set(model)
  projection = Nockplane::Projection
  return projection::EdgeSet.new(model.solid) if model.parts.empty?

  sets = model.parts.map { |part| projection::EdgeSet.new(part) }
  shown = model.components.reject(&:hidden?)
  projection::EdgeSet.placed(shown.map { |i| [sets[i.part], i.transform, i.vertex, i.facet] })
end

# [{ view => [Stroke] }, seconds]
def ours(model)
  GC.start
  started = cpu
  set = edge_set(model)
  found = FRAMES.transform_values { |f| Nockplane::Projection::Linework.of(model.solid, f, edge_set: set).strokes }
  [found, cpu - started]
end

# [{ [view, kind] => polylines }, seconds]; nil when it takes too long.
def theirs(program, file, folder)
  lines = File.join(folder, 'lines')
  _, said, = Open3.capture3('timeout', SECONDS.to_s, program, file, lines)
  seconds = said[/TOTAL ([\d.]+)/, 1] or return nil
  found = Hash.new { |h, k| h[k] = [] }
  File.foreach(lines) do |line|
    view, kind, *numbers = line.split
    found[[view, kind]] << numbers.map(&:to_f).each_slice(2).to_a
  end
  [found, seconds.to_f]
end

def tell_differences(own, other)
  own.each do |view, strokes|
    seen = strokes.select(&:visible)
    sharp = other[[view, 'v']]
    lacking, there = Lines.off(sharp, seen.map { |s| Lines.of(s) }, FAR)
    drawn = seen.reject { |s| s.kind == :smooth }
    more, here = Lines.off(drawn.map { |s| Lines.of(s) }, sharp + other[[view, 's']], FAR)
    next if lacking < LEAST && more < LEAST

    puts format('  %-6s lacking %.1f mm %s, more %.1f mm %s', view, lacking, there.inspect, more, here.inspect)
  end
end

def compare(name, model, file, program, folder)
  own, seconds = ours(model)
  other, took = theirs(program, file, folder)
  facets = model.solid.facets.size
  unless other
    puts format('%-24s %6d facets %7.2f s, other more than %d s', name, facets, seconds, SECONDS)
    return nil
  end

  puts format('%-24s %6d facets %7.2f s, other %7.2f s, ratio %.2f', name, facets, seconds, took, seconds / took)
  tell_differences(own, other)
  seconds / took
end

# Volume by two meshes against the library's two figures, faces, gaps.
def tell_reading(said, bytes, model)
  faces, *volumes = said[/OK (.*) \|/, 1].split.map(&:to_f)
  fine = Nockplane::Formats::Step::Import.read(bytes, refine: 2).model.solid
  volume = Nockplane::Solids::Mass.extrapolated(model.solid, fine).volume
  off = volumes.map { |v| (volume / v) - 1 }.min_by(&:abs)
  puts format('  volume off by %.1e', off) if off.abs > 1e-3
  puts "  #{model.solid.faces.size} faces, not #{faces.to_i}" unless model.solid.faces.size == faces.to_i
  puts '  open' unless model.solid.closed?
  model.gaps.each { |gap| puts "  #{gap[:face]}: #{gap[:why]}" }
end

Dir.mktmpdir do |folder|
  views = compiled('views', folder)
  read = ->(bytes) { Nockplane::Formats::Step::Import.read(bytes).model }
  ratios =
    if ARGV[0] == 'random'
      parts = compiled('parts', folder)
      (Integer(ARGV[1])..Integer(ARGV[2])).filter_map do |seed|
        file = File.join(folder, "#{seed}.step")
        said = Open3.capture3(parts, seed.to_s, file, *ARGV.drop(3))[1]
        next unless said.include?('OK')

        bytes = File.binread(file)
        model = read[bytes]
        found = compare("#{seed} #{said[/\| (.*)/, 1]}", model, file, views, folder)
        tell_reading(said, bytes, model)
        found
      end
    else
      files = ARGV.empty? ? Dir[File.expand_path('../test/models/*.step', __dir__)] : ARGV
      files.sort.filter_map { |f| compare(File.basename(f, '.step'), read[File.binread(f)], f, views, folder) }
    end
  mean = Math.exp(ratios.sum { |r| Math.log(r) } / [ratios.size, 1].max)
  puts format('geometric mean of %d ratios: %.2f', ratios.size, mean)
end
