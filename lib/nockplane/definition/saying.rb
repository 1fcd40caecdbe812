# frozen_string_literal: true

module Nockplane
  module Definition
    # Something a drawing says of a part: says is :level (a distance along direction from one model point to another),
    # :round (a radius, mm, of faces), :angle, :chamfer, :pitch_circle, or, of a general note, :rounds (all rounds of
    # a radius), :bevels (all chamfers of a setback), :shapes (all free surfaces). key: whoever says it; words: as
    # they stand; faces: names of the faces it stands on; radius: mm; count: of how many alike; spare: may it be
    # dropped when others say it (it is only measured)?
    Saying =
      Struct.new(
        :key,
        :words,
        :says,
        :value,
        :faces,
        :from,
        :to,
        :direction,
        :centre,
        :radius,
        :count,
        :spare,
        keyword_init: true
      ) do
        # Does a note say it of all that nothing else is said of?
        def general? = %i[rounds bevels shapes].include?(says)
      end
  end
end
