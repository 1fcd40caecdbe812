# frozen_string_literal: true

# Hidden lines against independent ray casting on random parts, long: ruby --yjit bench/judge.rb [parts] [first seed]
# Prints the share of drawn length that agrees, and every part below 0.999.
require_relative '../config/core'
require_relative '../test/projection/ray_judge'
require_relative '../test/random_recipe'

count = Integer(ARGV[0] || 300)
first = Integer(ARGV[1] || 1000)
agreed = judged = parts = refused = 0
(first...(first + count)).each do |seed|
  text = "nockplane: recipe/1\nname: Part\nfeatures:\n#{RandomRecipe.new(Random.new(seed)).features}"
  solid = Nockplane::Modelling::Builder.build(Nockplane::Modelling::Recipe.parse(text)).solid
  set = Nockplane::Projection::EdgeSet.new(solid)
  rng = Random.new(seed)
  frames = [
    Nockplane::Projection::ViewFrame::NAMED.values.sample(random: rng),
    Nockplane::Projection::ViewFrame.new([rng.rand(-1.0..1), rng.rand(0.1..1), rng.rand(-1.0..1)], [0, 0, 1])
  ]
  frames.each do |frame|
    hidden = Nockplane::Projection::HiddenLines.new(solid, set, frame)
    segments =
      Nockplane::Projection::Carriers.deduplicate(
        Nockplane::Projection::Linework.segments(hidden.call, hidden.px, hidden.py)
      )
    verdict = RayJudge.new(solid, frame).verdict(segments, hidden, set.edges, rng, samples: 300)
    agreed += verdict.agreed
    judged += verdict.judged
    puts format('seed %d: %.4f %s', seed, verdict.share, verdict.faults.first(2).inspect) if verdict.share < 0.999
  end
  parts += 1
rescue Nockplane::InputFault => e
  refused += 1
  puts "seed #{seed}: OPEN #{e.message}" if e.message.include?("can't be closed")
end
puts format(
  '%d parts in two views each (%d refused in words): %.5f of the length agrees',
       parts,
       refused,
       agreed / judged
)
