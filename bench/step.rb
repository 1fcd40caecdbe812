# frozen_string_literal: true

# STEP files: rake bench:step. Per sample: reading and meshing, edge set and four views; then files of 5 and 20 MB made
# of many copies of a sample with numbers of their own.
require_relative '../config/core'

def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
def timed = clock.then { |t| [yield, clock - t] }
def memory = File.read('/proc/self/status')[/VmHWM:\s+(\d+)/, 1].to_i / 1024

Nockplane::LOADER.eager_load
STEP = Nockplane::Formats::Step
FRAMES = %w[front top right iso].map { |v| Nockplane::Projection::ViewFrame.named(v) }
samples = Dir[File.expand_path('../{test/models,demo/designer}/*.step', __dir__)].sort_by { |f| File.basename(f) }
STEP::Import.read(File.binread(samples[0])) # warm
puts format('%-22s %6s %8s %8s %10s %10s', 'file', 'kB', 'facets', 'index', 'with mesh', '4 views')
samples.each do |file|
  bytes = File.binread(file)
  _, index = timed { STEP::Part21.new(bytes) }
  model, all = timed { STEP::Import.read(bytes).model }
  _, views =
    timed do
      set = Nockplane::Projection::EdgeSet.new(model.solid)
      FRAMES.each { |f| Nockplane::Projection::Linework.of(model.solid, f, edge_set: set) }
    end
  puts format(
    '%-22s %6d %8d %7.3fs %9.2fs %9.2fs',
         File.basename(file, '.step'),
         bytes.bytesize / 1000,
         model.solid.facets.size,
         index,
         all,
         views
  )
end

body = File.binread(samples.find { |f| f.end_with?('motor-plate-r1.step') })[/DATA;(.*?)ENDSEC;/mn, 1]
top = body.scan(/#(\d+)/).flatten.map(&:to_i).max
[5, 20].each do |megabytes|
  text = +"ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n".b
  copies = 0
  while text.bytesize < megabytes * 1_000_000
    text << body.gsub(/#(\d+)/n) { "##{Regexp.last_match(1).to_i + (copies * top)}" }
    copies += 1
  end
  text << "ENDSEC;\nEND-ISO-10303-21;\n"
  _, index = timed { STEP::Part21.new(text) }
  model, all = timed { STEP::Import.read(text).model }
  puts format(
    '%d MB, %d parts: index %.2f s, all %.1f s, %d facets, most memory %d MB',
         megabytes,
         copies,
         index,
         all,
         model.solid.facets.size,
         memory
  )
end

# 4900 instances of four parts, written by ourselves: read, and looked over as `bin/nockplane inspect` does.
require_relative 'parts'
grid = Nockplane::Products::Source.new(library: ->(name, _) { Parts.library(name) }).model_of(Parts.assembly(35))
bytes = STEP::Writer.write(grid)
model, reading = timed { STEP::Import.read(bytes).model }
_, looking =
  timed do
    source = Nockplane::Products::Source.new(importer: ->(*) { model }) { |_, _| }
    text = Nockplane::Modelling::ImportReference.new(file: '0' * 64, name: 'grid', bytes: bytes.bytesize).to_s
    [source.mass(text), source.extent(text), model.assembled.closed?]
  end
puts format('4900 instances, %d kB: read in %.1f s, looked over in %.1f s', bytes.bytesize / 1000, reading, looking)
