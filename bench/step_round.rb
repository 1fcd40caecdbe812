# frozen_string_literal: true

# Random parts written as STEP and read back, long: ruby --yjit bench/step_round.rb [parts] [first seed]. Every part
# must come back closed, with the same faces and (to 1e-4 of the mesh's) volume.
require_relative '../config/core'
require_relative '../test/random_recipe'

count = Integer(ARGV[0] || 200)
first = Integer(ARGV[1] || 1)
good = refused = 0
(first...(first + count)).each do |seed|
  text = "nockplane: recipe/1\nname: Part\nfeatures:\n#{RandomRecipe.new(Random.new(seed)).features}"
  begin
    solid = Nockplane::Modelling::Builder.build(Nockplane::Modelling::Recipe.parse(text))
  rescue Nockplane::InputFault
    refused += 1
    next
  end
  begin
    read = Nockplane::Formats::Step::Import.read(Nockplane::Formats::Step::Writer.write(solid)).model
    back = read.solid
    full = ->(s) { Nockplane::Solids::Mass.of(s).volume + Nockplane::Solids::Bulge.of(s)[0] }
    off = (full[back] / full[solid.solid]) - 1
    kinds =
      [Nockplane::Solids::Topology.new(solid.solid).regions.map(&:face), back.faces].map do |list|
        list.group_by { |f| f.surface.kind }.transform_values(&:size).sort.to_h
      end
    fine = back.closed? && off.abs < 1e-4 && kinds[0] == kinds[1]
    good += 1 if fine
    unless fine
      puts format(
        'seed %d: closed %s, volume off %.1e, faces %s -> %s; %s',
             seed,
             back.closed?,
             off,
             *kinds,
             read.report.map { |l| l[:meaning] }.join('; ')
      )
    end
  rescue StandardError => e
    puts "seed #{seed}: #{e.class} #{e.message[0, 160]} #{e.backtrace.grep(/nockplane/).first}"
  end
end
puts "#{good} of #{count - refused} parts came back as they were (#{refused} recipes were refused)"
