# frozen_string_literal: true

module Nockplane
  module Drawings
    # A picture for title blocks, made safe when it was taken in: kind svg or png; data: base64; width, height: in its
    # own units.
    Picture = Struct.new(:id, :name, :kind, :data, :width, :height, keyword_init: true)
  end
end
