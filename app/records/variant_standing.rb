# frozen_string_literal: true

module App
  module Records
    # Where a series drawing stands for one variant: its docket, scale, what is left unsaid. A cache like Standing.
    class VariantStanding < ActiveRecord::Base
      belongs_to :drawing, class_name: 'App::Records::Drawing'

      def data = @data ||= JSON.parse(report)
      def docket = @docket ||= Nockplane::Linking::Docket.from_h(data['docket'] || {})
      # Why it can't be shown, nil when it can.
      def reason = data['reason']
    end
  end
end
