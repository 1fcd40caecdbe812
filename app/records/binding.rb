# frozen_string_literal: true

module App
  module Records
    # Which drawing shows which model: the searchable side of the bindings in the document. shown: revisions that its
    # views show, "1,2"; follow: false when it is pinned to one.
    class Binding < ActiveRecord::Base
      belongs_to :drawing, class_name: 'App::Records::Drawing'
      belongs_to :model, class_name: 'App::Records::Model'
    end
  end
end
