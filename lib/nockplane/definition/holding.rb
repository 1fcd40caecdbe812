# frozen_string_literal: true

module Nockplane
  module Definition
    # What a tolerance frame holds: pins says which of a face's numbers (:place, where its axis or plane is; :surface,
    # all of them; :turn, how it lies; :coaxial, its axis upon the datum axis; :form, none of them); faces: names;
    # datums: [[name, ...], ...] of the faces of each datum, in order.
    Holding = Struct.new(:key, :pins, :faces, :datums, keyword_init: true)
  end
end
