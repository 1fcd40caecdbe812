# frozen_string_literal: true

module App
  # What drawings and templates ask of the models stored.
  module Sheetworks
    module_function

    # ->(model id) giving the number of its latest revision; asked once for each model.
    def latest
      known = {}
      ->(id) { known[id] ||= Records::Revision.where(model_id: id).maximum(:number) }
    end
  end
end
