# frozen_string_literal: true

module App
  module Records
    # A number that was given to a model or a drawing once; it is never given to another. holder: id and words of what
    # it was given to.
    class GivenNumber < ActiveRecord::Base
    end
  end
end
