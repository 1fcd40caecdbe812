# frozen_string_literal: true

# Times sections: the first time a part is cut open and looked at (its model and axes are there). rake bench:cuts
require_relative '../config/core'

DEMO = File.expand_path('../demo/models', __dir__)
TEXTS = Dir[File.join(DEMO, '*.yml')].to_h { |f| [File.basename(f)[/\A[^.]+/], File.read(f)] }
NUMBERS = TEXTS.values.to_h { |t| [t[/number: ([^,}\n]+)/, 1].to_s.strip, t] }
LIBRARY = ->(name, _) { TEXTS[name] || NUMBERS[name] }
FRONT = Nockplane::Projection::ViewFrame.named('front')

def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

# Median of three, seconds.
def timed
  Array.new(3) { started = clock; yield; clock - started }.sort[1]
end

%w[carousel hub-spindle housing filter-wheel-unit].each do |name|
  source = Nockplane::Products::Source.new(library: LIBRARY) { TEXTS.fetch(name) }
  model = source.model(Nockplane::Products::Subject.new('m', 1))
  box = model.solid.box
  middle = [0.0, (box[1] + box[4]) / 2, 0.0]
  plane = Nockplane::Products::Opening::Stepped.new([middle, [1.0, middle[1], 0.0]], [0.0, -1.0, 0.0])
  opening = Nockplane::Products::Opening.new([plane])
  seconds = timed { Nockplane::Products::Opener.new(model, FRONT, opening).opened }
  puts format('%-20s %6d facets  cut and looked at %5.2f s', name, model.solid.facets.size, seconds)
end
