# frozen_string_literal: true

# Lines that pass out of sight end on visible ones, on random parts, long: ruby bench/passing.rb [parts] [first seed]
# Prints every place that lies farther off than a hundredth of a millimetre.
require_relative '../config/core'
require_relative '../test/random_recipe'
require_relative '../test/projection/passing_law'

FAR_OFF = 0.01
count = Integer(ARGV[0] || 300)
first = Integer(ARGV[1] || 1000)
seen = off = 0
(first...(first + count)).each do |seed|
  rng = Random.new(seed)
  text = "nockplane: recipe/1\nname: Part\nfeatures:\n#{RandomRecipe.new(rng).features}"
  solid = Nockplane::Modelling::Builder.build(Nockplane::Modelling::Recipe.parse(text)).solid
  set = Nockplane::Projection::EdgeSet.new(solid)
  odd = [rng.rand(-1.0..1), rng.rand(0.1..1), rng.rand(-1.0..1)]
  views = { 'iso' => Nockplane::Projection::ViewFrame.named('iso') }
  views[odd.map { |c| c.round(3) }.inspect] = Nockplane::Projection::ViewFrame.new(odd, [0, 0, 1])
  views.each do |name, frame|
    PassingLaw.offs(Nockplane::Projection::Linework.of(solid, frame, edge_set: set).strokes).each do |at, (s, mm)|
      seen += 1
      next if mm < FAR_OFF

      off += 1
      puts format('seed %d %s: %s ends %.3f mm off, at %s', seed, name, s.faces.join(' and '), mm, at.inspect)
    end
  end
rescue Nockplane::InputFault
  next
end
puts "#{seen} places where lines pass out of sight, #{off} of them farther off than #{FAR_OFF} mm"
