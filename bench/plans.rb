# frozen_string_literal: true

# Tolerance plans by rule and what they cover, in both ways.
#   ruby bench/plans.rb [FILE ...]
require 'tmpdir'
ENV['NOCKPLANE_DATA'] = Dir.mktmpdir('nockplane-plans')
ENV['RACK_ENV'] = 'production'
require_relative '../config/application'

def seconds
  from = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  result = yield
  [(Process.clock_gettime(Process::CLOCK_MONOTONIC) - from).round(2), result]
end

MODELS = File.join(App::ROOT, 'demo', 'models')
usual = %w[lid housing hub-spindle adapter-ring carousel].map { |n| File.join(MODELS, "#{n}.recipe.yml") }
files = ARGV.empty? ? usual : ARGV

puts 'part                    faces  geometric  plus/minus  coverage  pinned'
files.each do |file|
  step = file.match?(/\.(step|stp)\z/i)
  text = step ? App::Commands::Library.reference(file) : File.read(file)
  source = App::Commands::Library.source(file)
  model = source.model_of(text)
  character = Nockplane::Planning::Tolerances::Part.new(model).turned? ? 'turned' : 'prismatic'
  made =
    %w[geometric plusminus].to_h do |way|
      wish = App::Commands::Plan::Wish.new(character: character, way: way)
      [way, seconds { App::Commands::Plan.made(text, source, wish) }]
    end
  woven = Nockplane::Modelling::Planned::Weaving.new(model, made['geometric'][1].plan).woven
  took, coverage = seconds { Nockplane::Linking::Coverage.of(woven) }
  pinned = coverage.count { |f| f.state == 'pinned' }
  figures = [model.solid.faces.size, made['geometric'][0], made['plusminus'][0], took, pinned, coverage.size]
  puts format('%-22s %6d %9.2fs %10.2fs %8.2fs %4d/%d', File.basename(file)[0, 22], *figures)
end
