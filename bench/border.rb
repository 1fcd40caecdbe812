# frozen_string_literal: true

# Whether what bounds a part in a view is drawn there (test/projection/border_law.rb):
# ruby bench/border.rb FILE.step ...
# Four views and one from anywhere, against a mesh with a quarter of the chords.
require_relative '../config/core'
require_relative '../test/projection/border_law'

FRAMES = %w[front top right iso].to_h { |name| [name, Nockplane::Projection::ViewFrame.named(name)] }
ANY = Nockplane::Projection::ViewFrame.new(Nockplane::Geometry::Vec.unit([0.3, 0.8, -0.5]), [0.0, 0.0, 1.0])

looked = 0
ARGV.each do |file|
  rough, fine = [1, 4].map do |refine|
    Nockplane::Formats::Step::Import.read(File.binread(file), refine: refine).model.solid
  end
  set = Nockplane::Projection::EdgeSet.new(rough)
  FRAMES.merge('any' => ANY).each do |name, frame|
    looked += 1
    strokes = Nockplane::Projection::Linework.of(rough, frame, edge_set: set).strokes
    places = BorderLaw.missing(fine, frame, strokes)
    next if places.empty?

    puts format('%s %s: %d places of its border without a line, as at %s', file, name, places.size, places[0].inspect)
  end
rescue Nockplane::Error => e
  puts "#{file}: #{e.message}"
end
puts "#{looked} views"
