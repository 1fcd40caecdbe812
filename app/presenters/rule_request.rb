# frozen_string_literal: true

module App
  module Presenters
    # Turns what is asked about layout rules into an Edit: { "do": "add rule", "kind": "corner" }, "rule values", "rule
    # on", "move rule", "remove rule", "tidy by itself"; "hold", which pins a view or an annotation where it is; and
    # "tidy", which runs the rules for a view ("what"), a sheet ("sheet") or the whole drawing ("all").
    class RuleRequest
      D = Nockplane::Drawings
      DOES = {
        'add rule' => :add,
        'rule values' => :values,
        'rule on' => :switch,
        'move rule' => :move,
        'remove rule' => :remove,
        'tidy by itself' => :by_itself,
        'hold' => :hold,
        'tidy' => :tidy
      }.freeze

      def self.does?(name) = DOES.key?(name)

      # Whose views and sheets a run is for: { sheets: ids } or { view: id } as Tidying takes it.
      def self.range(value, data)
        id = data['what'].to_s[%r{\Aview/(.+)\z}, 1]
        return { view: id } if id && value.view(id)
        return { sheets: nil } if data['all'] == true || data['all'] == 'true'

        { sheets: [value.sheet(data['sheet'].to_s)&.id || value.sheets.first.id] }
      end

      def initialize(value, source, data)
        @value = value
        @source = source
        @data = data
      end

      # An Edit or a Refusal.
      def edit = send(DOES.fetch(@data['do']))

      private

      def kind = @data['what'].to_s.split('/', 2)[0]
      def id = @data['what'].to_s.split('/', 2)[1].to_s
      def on?(key) = [true, 'true', 'on'].include?(@data[key])
      def add = D::LayoutRuleEdits.add(@value, @data['kind'].to_s)
      def switch = D::LayoutRuleEdits.switch(@value, id, on?('active'))
      def move = D::LayoutRuleEdits.move(@value, id, @data['way'] == 'up' ? -1 : 1)
      def remove = D::LayoutRuleEdits.remove(@value, id)
      def by_itself = D::LayoutRuleEdits.by_itself(@value, on?('active'))
      def tidy = D::Tidying.edit(@value, @source, **self.class.range(@value, @data))

      def hold
        return D::LayoutRuleEdits.pin_view(@value, id, on?('active')) if kind == 'view'

        D::LayoutRuleEdits.pin_dimension(@value, id, on?('active'))
      end

      def values
        rule = D::LayoutRuleEdits.find(@value, id) or return D::Refusal.missing(:rule, id)
        known = D::LayoutRules.of(rule)
        own = known.own_type && known.own_type.new(**known.fields.to_h { |f| [f.name, field(f)] })
        D::LayoutRuleEdits.set(
          @value,
          id,
          own: own,
          sheets: names('on_sheets'),
          views: names('of_views'),
          on: on?('active')
        )
      end

      # Names from a form: one a line, or a list.
      def names(key)
        given = @data[key]
        list = given.is_a?(Array) ? given : given.to_s.split(/[\n;]/)
        list.map { |n| n.to_s.strip[0, 80] }
      end

      def field(field)
        words = @data[field.name.to_s]
        case field.type
        when :mm
          millimetres(field, words)
        when :flag
          on?(field.name.to_s) || nil
        else
          words.to_s.strip[0, 80]
        end
      end

      def millimetres(field, words)
        return nil if words.to_s.strip.empty?

        found = Float(words.to_s.strip.tr(',', '.'), exception: false)
        found&.finite? ? found : raise(Refused, "“#{words}” is no length in mm (#{field.title.sub(', mm', '')}).")
      end
    end
  end
end
