# frozen_string_literal: true

require 'minitest/mock'

# A part built with a quick way and without it: the same facets.
module BuiltAlike
  # [[name, loops of places in 1e-6 mm], ...]
  def facets(solid)
    solid.facets.map do |f|
      loops = f.loops.map do |ids|
        points = ids.map { |i| solid.point(i).map { |c| (c * 1e6).round } }
        points.rotate(points.each_index.min_by { |i| points[i] })
      end
      [f.face.name, loops.sort]
    end.sort
  end

  # quick: the class of the quick way; never: one that is never sure.
  def assert_built_alike(text, quick, never)
    build = -> { Nockplane::Modelling::Builder.build(Nockplane::Modelling::Recipe.parse(text)).solid }
    with = build.call
    without = quick.stub(:new, never) { build.call }
    assert_equal facets(without), facets(with)
  end
end
