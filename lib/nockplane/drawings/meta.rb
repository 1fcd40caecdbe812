# frozen_string_literal: true

module Nockplane
  module Drawings
    # Title, number, revision letter, state, drafting standard (values) and the template a drawing was made from.
    Meta = Struct.new(:title, :number, :revision, :state, :standard, :template, keyword_init: true)
  end
end
